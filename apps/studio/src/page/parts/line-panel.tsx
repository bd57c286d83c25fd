import { useEffect, useRef } from 'react';
import { Pressable, View, StyleSheet } from 'react-native';
import { addMix, setPen, setRubBy } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { Act } from '../../ui/acts';
import { Choice, Option } from '../../ui/choice';
import { Switch } from '../../ui/switch';
import { BODY, CORNER, ON_PAGE, TOUCH } from '../../ui/theme';
import { useLatest } from '../../ui/use-latest';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { useShell } from '../shell/shell-context';
import { useProposed } from './use-proposed';
import { SampleStroke } from './sample-stroke';
import { Slider } from '../../ui/slider';

const LARGEST = { pencil: 4, pen: 4, shade: 20, rubber: 20 } as const;
const percent = (value: number): string => `${Math.round(value * 100)} %`;

/** How the pen in hand draws, with a sample of it: in the tray's place. */
export function LinePanel() {
  const { surface, dispatch: act } = useShell();
  const proposed = useProposed(surface, true);
  const palette = usePalette();
  const wide = useWide();
  const { pen, pens, rubBy, mixes } = useDesk('pen', 'pens', 'rubBy', 'mixes');
  const dispatch = useDeskDispatch();
  const setting = pens[pen];
  const slider = (
    label: string,
    key: 'size' | 'hardness' | 'response' | 'smoothing' | 'strength' | 'darkening',
    least: number,
    most: number,
    step: number,
    shown: string,
  ) => (
    <Slider
      label={label}
      value={setting[key]}
      least={least}
      most={most}
      step={step}
      shown={shown}
      onChange={(value) => dispatch(setPen({ [key]: value }))}
    />
  );
  const known = new Set([...proposed.map(({ hex }) => hex), ...mixes]);
  return (
    <View
      style={{ flex: wide ? 1 : undefined, paddingHorizontal: 10, paddingTop: 6, gap: 2 }}
      testID="line-panel"
    >
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8, flexWrap: 'wrap' }}>
        <View style={{ borderWidth: 1, borderColor: palette.rule }}>
          <SampleStroke pen={pen} setting={setting} width={wide ? 150 : 110} height={44} />
        </View>
        <Text size={13} soft>
          {pen}
        </Text>
        <Switch
          small
          label="even width"
          on={setting.even}
          onPress={() => dispatch(setPen({ even: !setting.even }))}
        />
        {pen === 'rubber' ? (
          <Choice label="Rubs out">
            <Option
              small
              label="whole strokes"
              on={rubBy === 'stroke'}
              onPress={() => dispatch(setRubBy('stroke'))}
            />
            <Option small label="by area" on={rubBy === 'area'} onPress={() => dispatch(setRubBy('area'))} />
          </Choice>
        ) : null}
        <View style={{ flex: 1 }} />
        <Act label="Done" onPress={() => act({ kind: 'upper', upper: null })} />
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
        {slider('Size', 'size', 0.2, LARGEST[pen], 0.1, `${setting.size.toFixed(1)} mm`)}
        {slider('Hardness', 'hardness', 0, 1, 0.05, percent(setting.hardness))}
        {slider('Strength', 'strength', 0.05, 1, 0.05, percent(setting.strength))}
        {slider('Pressed: wider', 'response', 0, 1, 0.05, percent(setting.response))}
        {slider('Pressed: darker', 'darkening', 0, 1, 0.05, percent(setting.darkening))}
        {slider('Smoothing', 'smoothing', 0, 1, 0.05, percent(setting.smoothing))}
      </View>
      {pen === 'rubber' ? null : (
        <View
          role="radiogroup"
          aria-label="Colour"
          style={{ flexDirection: 'row', alignItems: 'center', flexWrap: 'wrap', gap: 6, paddingBottom: 4 }}
        >
          {proposed.map(({ name, hex }) => (
            <Dab
              key={hex}
              name={name}
              hex={hex}
              on={setting.colour === hex}
              onPress={() => dispatch(setPen({ colour: hex }))}
            />
          ))}
          {mixes.map((hex) => (
            <Dab
              key={hex}
              name={`own mix ${hex}`}
              hex={hex}
              on={setting.colour === hex}
              onPress={() => dispatch(setPen({ colour: hex }))}
            />
          ))}
          {known.has(setting.colour) ? null : (
            <Dab name={`colour ${setting.colour}`} hex={setting.colour} on onPress={() => undefined} />
          )}
          <Act
            small
            label="Pick"
            spoken="Pick a colour from the page or the reference"
            onPress={() => act({ kind: 'take', taking: 'colour' })}
          />
          <MixAct
            value={setting.colour}
            onMix={(hex) => {
              dispatch(setPen({ colour: hex }));
              dispatch(addMix(hex));
            }}
          />
        </View>
      )}
    </View>
  );
}

/** A dab of colour on paper. */
function Dab({
  name,
  hex,
  on,
  onPress,
}: {
  readonly name: string;
  readonly hex: string;
  readonly on: boolean;
  readonly onPress: () => void;
}) {
  const palette = usePalette();
  return (
    <Pressable
      role="radio"
      aria-checked={on}
      aria-label={name}
      onPress={onPress}
      style={[
        styles.swatch,
        {
          backgroundColor: ON_PAGE.paper,
          borderWidth: on ? 2 : 1,
          borderColor: on ? palette.verdigris : palette.rule,
        },
      ]}
    >
      <svg width="100%" height="100%" viewBox="0 0 30 30" aria-hidden>
        <path
          d="M4 17C3 9 10 4 17 5C24 6 28 12 26 19C24 26 15 28 9 25C6 23 4 21 4 17Z"
          fill={hex}
          stroke={hex === '#FFFFFF' ? ON_PAGE.rule : 'none'}
        />
      </svg>
    </Pressable>
  );
}

/** The browser's own means to mix a colour; kept among the own mixes once it is closed. */
function MixAct({ value, onMix }: { readonly value: string; readonly onMix: (hex: string) => void }) {
  const palette = usePalette();
  const input = useRef<HTMLInputElement>(null);
  const mix = useLatest(onMix);
  useEffect(() => {
    const element = input.current;
    // React hears each shade on the way; the browser's own event comes once it is chosen.
    const chosen = (): void => mix.current((element?.value ?? '').toUpperCase());
    element?.addEventListener('change', chosen);
    return () => element?.removeEventListener('change', chosen);
  }, [mix]);
  return (
    <label style={{ ...MIX, border: `1px solid ${palette.rule}`, background: palette.paper }}>
      <span style={{ fontFamily: BODY, fontSize: 13, color: palette.ink }}>mix …</span>
      <input
        ref={input}
        key={value}
        type="color"
        aria-label="Mix a colour of your own"
        defaultValue={value.toLowerCase()}
        style={{ position: 'absolute', inset: 0, opacity: 0, width: '100%', height: '100%' }}
      />
    </label>
  );
}

const MIX = {
  position: 'relative',
  minWidth: 44,
  minHeight: 44,
  display: 'flex',
  alignItems: 'center',
  justifyContent: 'center',
  cursor: 'pointer',
  padding: '0 12px',
  boxSizing: 'border-box',
  borderRadius: CORNER,
} as const;

const styles = StyleSheet.create({
  swatch: { width: TOUCH, height: TOUCH, padding: 6, borderRadius: CORNER },
});
