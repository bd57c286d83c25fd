import { View, StyleSheet } from 'react-native';
import { stretchOf, timeLeft } from '@deft/core/session';
import type { Pose } from '@deft/contract';
import { useDesk } from '../data/store';
import { Act } from '../ui/acts';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { RunningActs } from './running-acts';
import { Ticking } from './ticking';
import type { Running } from './use-running';
import { doingWords, minutesAndSeconds, notThisOne } from './words';

interface RunningFootProps {
  readonly running: Running;
  readonly pose: Pose;
  /** What is to be watched in this session; empty for nothing. */
  readonly inMind: string;
}

/** Under the page: what to watch, the time left, which pose it is and what is to be done, and Hold. */
export function RunningFoot({ running, pose, inMind }: RunningFootProps) {
  const palette = usePalette();
  const wide = useWide();
  const { figures } = useDesk('timed').timed;
  const { clock, now, poses, another } = running;
  const { ground, source, seconds } = pose.step;
  const doing = doingWords(stretchOf(clock)?.doing ?? null, source, seconds);
  const place = `${clock.current + 1} of ${poses.length}, ${doing}`;
  return (
    <View style={{ borderTopWidth: 1, borderColor: palette.rule }}>
      {inMind ? (
        <Text size={13} kind="strong" style={styles.mind} testID="session-in-mind">
          {inMind}
        </Text>
      ) : null}
      <View style={styles.foot}>
        <View style={[styles.left, ground === 'on paper' && !wide ? styles.stacked : null]}>
          {figures ? (
            <Ticking
              read={() => minutesAndSeconds(timeLeft(now.current))}
              label="Time left"
              size={ground === 'on paper' ? 26 : 21}
            />
          ) : null}
          <Text size={13} soft lines={1} style={{ flexShrink: 1 }}>
            {`${place}${pose.flipped ? ', the other way round' : ''}`}
          </Text>
        </View>
        <RunningActs running={running}>
          {ground === 'on paper' && another.can ? (
            <Act label={notThisOne(another)} onPress={another.ask} />
          ) : null}
        </RunningActs>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  left: { flexDirection: 'row', alignItems: 'baseline', gap: 16, flexShrink: 1 },
  // Three acts beside it leave no room for a line of words.
  stacked: { flexDirection: 'column', alignItems: 'flex-start', gap: 0 },
  mind: { paddingHorizontal: 16, paddingTop: 6 },
  foot: {
    minHeight: 54,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    paddingHorizontal: 16,
  },
});
