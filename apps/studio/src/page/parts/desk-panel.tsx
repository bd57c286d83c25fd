import { View } from 'react-native';
import { setFingersDraw, setLeftHanded, setNight, setRealScale } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { Act } from '../../ui/acts';
import { Choice, Option } from '../../ui/choice';
import { Switch } from '../../ui/switch';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { useShell } from '../shell/shell-context';
import type { PassPanelProps } from '../shell/pass';
import { Acts, Panel } from '../../ui/panel';
import { Slider } from '../../ui/slider';

/** A bank card's short and long side, millimetres (ISO/IEC 7810). */
const CARD = { width: 53.98, height: 85.6 };
/** CSS pixels to a millimetre on most screens. */
const USUAL = 96 / 25.4;

/** How one sits at the desk: which hand, what fingers do, how light it is, how large a millimetre is here. */
export function DeskPanel({ onBack, onClose }: PassPanelProps) {
  const { surface } = useShell();
  const palette = usePalette();
  const dispatch = useDeskDispatch();
  const { night, fingersDraw, realScale, leftHanded } = useDesk(
    'night',
    'fingersDraw',
    'realScale',
    'leftHanded',
  );
  const scale = realScale ?? USUAL;
  const fingers = [
    [null, 'until a pen is seen'],
    [true, 'always'],
    [false, 'never'],
  ] as const;
  return (
    <Panel title="Desk" onBack={onBack} onClose={onClose}>
      <Acts about="You">
        <Switch label="Left-handed" on={leftHanded} onPress={() => dispatch(setLeftHanded(!leftHanded))} />
        <Switch label="Night desk" on={night === true} onPress={() => dispatch(setNight(night !== true))} />
      </Acts>
      <Choice label="Fingers draw" shown>
        {fingers.map(([value, label]) => (
          <Option
            key={label}
            label={label}
            on={fingersDraw === value}
            onPress={() => dispatch(setFingersDraw(value))}
          />
        ))}
      </Choice>
      <Acts about="Real size">
        <Text size={13} soft>
          Lay a bank card on the screen and draw the slider until the outline is as large as it.
        </Text>
        <Slider
          label="A real millimetre"
          value={scale}
          least={2.5}
          most={9}
          step={0.02}
          shown={`${scale.toFixed(2)} pixels`}
          onChange={(value) => dispatch(setRealScale(value))}
        />
        <Act
          label="Show the page in real size"
          disabled={!realScale}
          onPress={() => {
            if (realScale) surface?.realSize(realScale);
            onClose();
          }}
        />
        <View
          style={{
            width: CARD.width * scale,
            height: CARD.height * scale,
            maxWidth: '100%',
            borderWidth: 2,
            borderColor: palette.ink,
            borderRadius: 3.18 * scale,
            margin: 4,
          }}
        />
      </Acts>
    </Panel>
  );
}
