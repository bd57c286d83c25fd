import { StyleSheet, View } from 'react-native';
import { isUntouched, MIDDLE, MOST_SOFT } from '@deft/core/reference';
import type { Reference } from '@deft/contract';
import { Act, MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Acts } from '../ui/panel';
import { Slider } from '../ui/slider';
import { Switch } from '../ui/switch';
import { Text } from '../ui/text';
import { usePreparationsQuery } from './api';
import type { Preparing } from './use-preparing';
import { PREPARE_HINTS } from './words';

/** Steps of the slider to a doubling of the middle. */
const DOUBLING = 50;
const steps = (middle: number): number => Math.round(Math.log2(middle) * DOUBLING);
const percentOf255 = (value: number): string => `${Math.round((value / 255) * 100)} %`;

/** Light, dark and middle, softness and straightness. */
export function ToneSliders({ preparing: { settings, set } }: { readonly preparing: Preparing }) {
  const { black, white, middle, soft, straighten } = settings;
  const middleTo = (value: number): number =>
    Math.min(MIDDLE.most, Math.max(MIDDLE.least, 2 ** (value / DOUBLING)));
  return (
    <View style={styles.row}>
      <Slider
        label="Black point"
        value={black}
        least={0}
        most={Math.max(0, white - 1)}
        step={1}
        shown={percentOf255(black)}
        onChange={(value) => set({ black: value })}
      />
      <Slider
        label="Middle"
        value={steps(middle)}
        least={steps(MIDDLE.least)}
        most={steps(MIDDLE.most)}
        step={1}
        shown={middle === 1 ? 'as it came' : middle > 1 ? 'lighter' : 'darker'}
        onChange={(value) => set({ middle: middleTo(value) })}
      />
      <Slider
        label="White point"
        value={white}
        least={black + 1}
        most={255}
        step={1}
        shown={percentOf255(white)}
        onChange={(value) => set({ white: value })}
      />
      <Slider
        label="Soften"
        value={soft}
        least={0}
        most={MOST_SOFT}
        step={MOST_SOFT / 60}
        shown={soft === 0 ? 'not' : `${((soft / MOST_SOFT) * 100).toFixed(0)} %`}
        onChange={(value) => set({ soft: value })}
      />
      <Slider
        label="Straighten"
        value={straighten}
        least={-20}
        most={20}
        step={0.25}
        shown={`${straighten}°`}
        onChange={(value) => set({ straighten: value })}
      />
    </View>
  );
}

/** Grey, flipped, turned, cropped, cut out; and how to draw what is being drawn. */
export function ShapeActs({ preparing }: { readonly preparing: Preparing }) {
  const { settings, set, tool, takeTool, hints, searching, turn, flip, uncut } = preparing;
  const hint = tool && !(tool === 'inside' && searching) ? PREPARE_HINTS[tool] : null;
  return (
    <>
      <View style={styles.acts}>
        <Switch small label="grey" on={settings.grey} onPress={() => set({ grey: !settings.grey })} />
        <Switch small label="flip" on={settings.flip} onPress={flip} />
        <Act small label="Turn left" onPress={() => turn(90)} />
        <Act small label="Turn right" onPress={() => turn(-90)} />
        <Act small label="Crop" pressed={tool === 'crop'} onPress={() => takeTool('crop')} />
        {settings.crop ? <Act small label="Uncropped" onPress={() => set({ crop: null })} /> : null}
      </View>
      <Acts about="Cut out">
        <Act small label="Draw round it" pressed={tool === 'round'} onPress={() => takeTool('round')} />
        <Act
          small
          label="Suggest from a line over it"
          pressed={tool === 'inside'}
          onPress={() => takeTool('inside')}
        />
        {hints.inside.length > 0 ? (
          <Act
            small
            label="A line over what is not"
            pressed={tool === 'outside'}
            onPress={() => takeTool('outside')}
          />
        ) : null}
        {settings.outline ? <Act small label="All of it again" onPress={uncut} /> : null}
      </Acts>
      {searching ? (
        <Text soft live>
          Looking for the outline …
        </Text>
      ) : null}
      {hint ? (
        <Text size={13} soft>
          {hint}
        </Text>
      ) : null}
    </>
  );
}

interface KeepActsProps {
  readonly preparing: Preparing;
  readonly keeping: boolean;
  readonly onKeep: () => void;
}

/** Keeps what was set, leaves it, or goes back to the picture as it came. */
export function KeepActs({ preparing, keeping, onKeep }: KeepActsProps) {
  const { settings, changed, leave, reset } = preparing;
  return (
    <View style={styles.acts}>
      <MainAct
        label={keeping ? 'Preparing …' : 'Keep'}
        disabled={!changed || keeping}
        onPress={onKeep}
        testID="keep"
      />
      {changed ? <Act label="Leave it" onPress={leave} style={styles.tall} /> : null}
      {isUntouched(settings) ? null : <Act label="As it came" onPress={reset} style={styles.tall} />}
    </View>
  );
}

/** Which of the preparations that were kept is shown. */
export function KeptEarlier({
  reference,
  onShow,
}: {
  readonly reference: Reference;
  readonly onShow: (revision: number) => void;
}) {
  const { data: earlier = [] } = usePreparationsQuery(reference.id);
  if (earlier.length === 0) return null;
  return (
    <Choice label="Kept earlier" shown>
      {[0, ...earlier.map(({ revision }) => revision)].map((revision) => (
        <Option
          key={revision}
          small
          label={revision === 0 ? 'as it came' : `version ${revision}`}
          on={reference.revision === revision}
          onPress={() => onShow(revision)}
        />
      ))}
    </Choice>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap' },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' },
  tall: { minHeight: 52 },
});
