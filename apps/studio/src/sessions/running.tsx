import { useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { doingOf, hasWholePage, stretchOf } from '@deft/core/session';
import type { Pose, Session } from '@deft/contract';
import { NO_LOOK } from '../page/second-look';
import { usePalette } from '../ui/use-desk-theme';
import { HeldPanel } from './held-panel';
import { LongPose } from './long-pose';
import { MarkPicture } from './mark-picture';
import { PosePage } from './pose-page';
import { RunningFoot } from './running-foot';
import { isAway, RunningPicture } from './running-picture';
import { useRunning, type Running as State } from './use-running';

/**
 * Shares of the room: the picture and the page, by whether the picture is seen and how the screen is turned.
 */
const SEEN = { beside: [4, 5], above: [5, 6] } as const;
const AWAY = { beside: [1.4, 5], above: [1, 8] } as const;

/** A session on the clock: the picture, the page to draw on, Next and Hold; or the whole page. */
export function Running({ session }: { readonly session: Session }) {
  const palette = usePalette();
  const running = useRunning(session);
  const { pose, clock, another } = running;
  if (!pose) return null;
  // What rests shows what comes next, as ever.
  const whole = hasWholePage(pose.step) && stretchOf(clock)?.doing !== 'rest';
  const isHeld = clock.phase === 'held' && !another.busy;
  return (
    <View style={{ flex: 1, backgroundColor: palette.desk }}>
      {whole ? (
        <LongPose key={pose.page} running={running} pose={pose} inMind={session.inMind} />
      ) : (
        <ShortPose running={running} pose={pose} inMind={session.inMind} />
      )}
      {isHeld ? <Held running={running} pose={pose} whole={whole} /> : null}
    </View>
  );
}

interface HeldProps {
  readonly running: State;
  readonly pose: Pose;
  readonly whole: boolean;
}

/** What is offered while a session is held, or its picture with what is put on it. */
function Held({ running, pose, whole }: HeldProps) {
  const { clock, say, another, keeper, lacking, look, setLook, mirrored, mirror, marks, onMarks } = running;
  const [marking, setMarking] = useState(false);
  if (marking)
    return (
      <MarkPicture
        pose={pose}
        marks={marks}
        mirrored={!whole && mirrored}
        onMarks={onMarks}
        onDone={() => setMarking(false)}
      />
    );
  const tools = { keeper, look, onLook: setLook, mirrored, onMirror: mirror };
  return (
    <HeldPanel
      clock={clock}
      say={say}
      another={another}
      // From memory it would be no memory any more.
      onMark={stretchOf(clock)?.seen ? () => setMarking(true) : null}
      lacking={lacking}
      tools={whole ? null : tools}
    />
  );
}

interface PoseProps {
  readonly running: State;
  readonly pose: Pose;
  readonly inMind: string;
}

function ShortPose({ running, pose, inMind }: PoseProps) {
  const palette = usePalette();
  // A phone that is turned has room beside the picture, and little under it.
  const { width, height } = useWindowDimensions();
  const turned = width > height;
  const paper = pose.step.ground === 'on paper';
  const [picture, page] = (isAway(running) ? AWAY : SEEN)[turned ? 'beside' : 'above'];
  return (
    <>
      <View style={{ flex: 1, flexDirection: turned ? 'row' : 'column' }}>
        <View style={{ flex: paper ? 1 : picture, backgroundColor: palette.desk }}>
          <RunningPicture running={running} pose={pose} />
        </View>
        {paper ? null : (
          <View style={{ flex: page }}>
            <Pages running={running} pose={pose} />
          </View>
        )}
      </View>
      <RunningFoot running={running} pose={pose} inMind={inMind} />
    </>
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
      picture={one.reference}
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
