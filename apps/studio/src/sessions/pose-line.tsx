import { StyleSheet, View } from 'react-native';
import { stretchOf, timeLeft } from '@deft/core/session';
import type { Pose } from '@deft/contract';
import type { PageKeeper } from '../data/page-keeper';
import { useDesk } from '../data/store';
import { SaveSign, SlimLine } from '../page/parts/slim-line';
import { useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { RunningActs } from './running-acts';
import { Ticking } from './ticking';
import type { Running } from './use-running';
import { doingWords, minutesAndSeconds } from './words';

interface PoseLineProps {
  readonly running: Running;
  readonly pose: Pose;
  readonly keeper: PageKeeper;
}

/** Above a long pose's page: the time left, which pose it is, Next and Hold. */
export function PoseLine({ running, pose, keeper }: PoseLineProps) {
  const wide = useWide();
  const { figures } = useDesk('timed').timed;
  const { clock, now, poses } = running;
  const { source, seconds } = pose.step;
  const doing = doingWords(stretchOf(clock)?.doing ?? null, source, seconds);
  const nth = `${clock.current + 1} of ${poses.length}`;
  return (
    <SlimLine
      left={
        <View style={styles.left}>
          {figures ? (
            <Ticking read={() => minutesAndSeconds(timeLeft(now.current))} label="Time left" />
          ) : null}
          <Text size={13} soft lines={1} style={styles.place} testID="nth">
            {`${nth}${wide ? `, ${doing}` : ''}${pose.flipped ? ', the other way round' : ''}`}
          </Text>
        </View>
      }
      middle={wide ? <SaveSign keeper={keeper} /> : null}
      right={<RunningActs small running={running} />}
    />
  );
}

const styles = StyleSheet.create({
  left: { flexDirection: 'row', alignItems: 'baseline', gap: 14, flexShrink: 1 },
  place: { flexShrink: 1 },
});
