import { useWindowDimensions, View } from 'react-native';
import { doingOf } from '@deft/core/session';
import type { Pose, Session } from '@deft/contract';
import { NO_LOOK } from '../page/second-look';
import { usePalette } from '../ui/use-desk-theme';
import { HeldPanel } from './held-panel';
import { PosePage } from './pose-page';
import { RunningFoot } from './running-foot';
import { isAway, RunningPicture } from './running-picture';
import { useRunning, type Running as State } from './use-running';

/**
 * Shares of the room: the picture and the page, by whether the picture is seen and how the screen is turned.
 */
const SEEN = { beside: [4, 5], above: [5, 6] } as const;
const AWAY = { beside: [1.4, 5], above: [1, 8] } as const;

/** A session on the clock: the picture whole, the page to draw on, and Hold. */
export function Running({ session }: { readonly session: Session }) {
  const palette = usePalette();
  // A phone that is turned has room beside the picture, and little under it.
  const { width, height } = useWindowDimensions();
  const turned = width > height;
  const running = useRunning(session);
  const { pose } = running;
  if (!pose) return null;
  const paper = pose.step.ground === 'on paper';
  const [picture, page] = (isAway(running) ? AWAY : SEEN)[turned ? 'beside' : 'above'];
  return (
    <View style={{ flex: 1, backgroundColor: palette.desk }}>
      <View style={{ flex: 1, flexDirection: turned ? 'row' : 'column' }}>
        <View style={{ flex: paper ? 1 : picture, backgroundColor: palette.desk }}>
          <RunningPicture running={running} pose={pose} />
        </View>
        {paper ? null : (
          <View style={{ flex: page }}>
            <Pages running={running} pose={pose} />
          </View>
        )}
        {running.clock.phase === 'held' && !running.another.busy ? (
          <HeldPanel
            clock={running.clock}
            say={running.say}
            another={running.another}
            keeper={running.keeper}
            lacking={running.lacking}
            look={running.look}
            onLook={running.setLook}
            mirrored={running.mirrored}
            onMirror={running.mirror}
          />
        ) : null}
      </View>
      <RunningFoot running={running} pose={pose} inMind={session.inMind} />
    </View>
  );
}

/** Poses whose pages are to be open: the one that runs, and the next where it is on another page. */
function pagesOf(poses: readonly (Pose | undefined)[]): Pose[] {
  const drawn = poses.filter((pose): pose is Pose => pose !== undefined && pose.step.ground !== 'on paper');
  return drawn.filter((pose, i) => drawn.findIndex(({ page }) => page === pose.page) === i);
}

function Pages({ running, pose }: { readonly running: State; readonly pose: Pose }) {
  const { clock, next, mirrored, look, onContact, onKeeper } = running;
  return pagesOf([pose, next]).map((one) => (
    <PosePage
      key={one.page}
      page={one.page}
      region={one.region}
      steering={{
        drawing: clock.phase === 'running' && doingOf(clock) === 'draw',
        waiting: one.page !== pose.page,
        look: one.page === pose.page ? look : NO_LOOK,
        mirrored,
        onContact,
      }}
      onKeeper={onKeeper}
    />
  ));
}
