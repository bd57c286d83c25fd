import { Pressable, StyleSheet, View } from 'react-native';
import { Choice, Option } from '../ui/choice';
import { Slider } from '../ui/slider';
import { Switch } from '../ui/switch';
import { CORNER, TOUCH } from '../ui/theme';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import type { Looking } from './looking';

interface LookingRowProps {
  readonly looking: Looking;
  readonly onLooking: (looking: Looking) => void;
  /** What else it can be held against, beside the picture. */
  readonly others: readonly { readonly key: string; readonly label: string }[];
  /** Whether it is known how the drawing lies as it was drawn. */
  readonly placed: boolean;
}

/** The ways of looking at a checked drawing: over or beside, how strongly, for a blink, against what. */
export function LookingRow({ looking, onLooking, others, placed }: LookingRowProps) {
  const palette = usePalette();
  const { way, strength, alone, asDrawn, against } = looking;
  const look = (change: Partial<Looking>): void => onLooking({ ...looking, ...change });
  return (
    <View style={[styles.row, { borderColor: palette.rule }]}>
      <Choice label="How it lies" style={styles.choice}>
        <Option small label="over" on={way === 'over'} onPress={() => look({ way: 'over' })} />
        <Option small label="beside" on={way === 'beside'} onPress={() => look({ way: 'beside' })} />
      </Choice>
      {way === 'over' ? (
        <>
          <Pressable
            role="button"
            testID="blink"
            aria-label="blink: the picture alone while you hold"
            aria-pressed={alone}
            onPressIn={() => look({ alone: true })}
            onPressOut={() => look({ alone: false })}
            style={[styles.blink, { backgroundColor: palette.paper, borderColor: palette.rule }]}
          >
            <Text size={13}>blink</Text>
          </Pressable>
          <Slider
            label={against === 'picture' ? 'Picture' : 'Under it'}
            value={strength}
            least={0}
            most={1}
            step={0.05}
            shown={`${Math.round(100 * strength)} %`}
            onChange={(value) => look({ strength: value })}
          />
        </>
      ) : null}
      {placed ? (
        <Switch small label="as drawn" on={asDrawn} onPress={() => look({ asDrawn: !asDrawn })} />
      ) : null}
      {others.length > 0 ? (
        <Choice label="Against" style={styles.choice}>
          {[{ key: 'picture', label: 'picture' }, ...others].map(({ key, label }) => (
            <Option
              key={key}
              small
              label={label}
              spoken={`${label}, against it`}
              on={against === key}
              onPress={() => look({ against: key })}
            />
          ))}
        </Choice>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    columnGap: 8,
    paddingHorizontal: 8,
    minHeight: TOUCH,
    borderTopWidth: 1,
  },
  choice: { marginBottom: 0 },
  blink: {
    minHeight: TOUCH,
    minWidth: TOUCH,
    paddingHorizontal: 10,
    justifyContent: 'center',
    alignItems: 'center',
    borderWidth: 1,
    borderRadius: CORNER,
  },
});
