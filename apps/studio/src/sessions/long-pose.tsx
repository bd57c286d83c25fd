import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { doingOf, shareLeft } from '@deft/core/session';
import type { Id } from '@deft/core/page';
import type { Pose } from '@deft/contract';
import { useReferenceAtQuery } from '../data/references-api';
import { usePage } from '../data/use-page';
import { PageShell } from '../page/shell/page-shell';
import type { Pass } from '../page/shell/pass';
import { LongPoseContext } from './long-pose-parts';
import { longPosePass } from './passes/long-pose';
import { PoseLine } from './pose-line';
import { Rim } from './rim';
import { usePoseKeeper } from './use-pose-keeper';
import type { Running } from './use-running';

interface LongPoseProps {
  readonly running: Running;
  readonly pose: Pose;
  /** What is to be watched in this session; empty for nothing. */
  readonly inMind: string;
}

/**
 * A long pose: its page in the shell with pens, sheets, looks and the picture where one wants it, the time
 * in the line above and round all of it.
 */
export function LongPose({ running, pose, inMind }: LongPoseProps) {
  const { clock, now, next, onKeeper, onContact, place, setPlace } = running;
  const keeper = usePoseKeeper(pose.page, onKeeper);
  const { data: reference } = useReferenceAtQuery({
    id: pose.reference.id,
    revision: pose.reference.revision,
  });
  // Where the picture was put in the pose before; only what it begins with is asked of a pass.
  const [first] = useState(place);
  const pass = useMemo(
    (): Pass => (first ? { ...longPosePass, firstPlace: () => first } : longPosePass),
    [first],
  );
  const shared = useMemo(() => ({ inMind, onPlace: setPlace }), [inMind, setPlace]);
  return (
    <Rim left={() => shareLeft(now.current)}>
      <View style={styles.fill} testID="long-pose">
        <LongPoseContext.Provider value={shared}>
          {keeper ? (
            <PageShell
              line={<PoseLine running={running} pose={pose} keeper={keeper} />}
              pass={pass}
              keeper={keeper}
              reference={reference ?? null}
              region={pose.region}
              marks={running.marks}
              steering={{ drawing: doingOf(clock) === 'draw', waiting: false, onContact }}
            />
          ) : null}
          {next ? <OpenAhead key={next.page} page={next.page} reference={next.reference} /> : null}
        </LongPoseContext.Provider>
      </View>
    </Rim>
  );
}

/** The next pose's page and picture, asked for before its bell. */
function OpenAhead({ page, reference }: { readonly page: Id; readonly reference: Pose['reference'] }) {
  usePage(page);
  useReferenceAtQuery({ id: reference.id, revision: reference.revision });
  return null;
}

const styles = StyleSheet.create({ fill: { flex: 1 } });
