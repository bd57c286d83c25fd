import { View, StyleSheet } from 'react-native';
import { stretchOf, timeLeft } from '@deft/core/session';
import type { Pose } from '@deft/contract';
import { useDesk } from '../data/store';
import { Act } from '../ui/acts';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { Ticking } from './ticking';
import type { Running } from './use-running';
import { doingWords, minutesAndSeconds } from './words';

/** Under the page: the time left in figures, which pose it is and what is to be done, and Hold. */
export function RunningFoot({ running, pose }: { readonly running: Running; readonly pose: Pose }) {
  const palette = usePalette();
  const { figures } = useDesk('timed').timed;
  const { clock, now, poses, say } = running;
  const { ground, source, seconds } = pose.step;
  const doing = doingWords(stretchOf(clock)?.doing ?? null, source, seconds);
  const place = `${clock.current + 1} of ${poses.length}, ${doing}`;
  return (
    <View style={[styles.foot, { borderColor: palette.rule }]}>
      <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: 16, flexShrink: 1 }}>
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
      {clock.phase === 'running' ? (
        <Act label="Hold" testID="hold" onPress={() => say({ kind: 'hold' })} style={{ minWidth: 84 }} />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  foot: {
    minHeight: 54,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    paddingHorizontal: 16,
    borderTopWidth: 1,
  },
});
