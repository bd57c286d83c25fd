import type { PropsWithChildren } from 'react';
import { StyleSheet, View } from 'react-native';
import { Act } from '../ui/acts';
import { Text } from '../ui/text';
import type { Running } from './use-running';
import { FETCHING } from './words';

interface RunningActsProps {
  readonly running: Pick<Running, 'clock' | 'say' | 'another'>;
  readonly small?: boolean;
}

/** What a running pose offers at any time, its own acts first; or that another picture comes. */
export function RunningActs({ running, small = false, children }: PropsWithChildren<RunningActsProps>) {
  const { clock, say, another } = running;
  if (another.busy)
    return (
      <Text size={13} soft live>
        {FETCHING}
      </Text>
    );
  if (clock.phase !== 'running') return null;
  return (
    <View style={styles.acts}>
      {children}
      <Act small={small} label="Next" testID="next" onPress={() => say({ kind: 'next' })} />
      <Act
        small={small}
        label="Hold"
        testID="hold"
        onPress={() => say({ kind: 'hold' })}
        style={small ? styles.small : styles.hold}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  acts: { flexDirection: 'row', gap: 8 },
  hold: { minWidth: 84 },
  small: { minWidth: 74 },
});
