import { useRouter } from 'expo-router';
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import { pageOf, type Id } from '@deft/core/page';
import type { PictureMark } from '@deft/core/reference';
import { doingOf, hasWholePage, type Clock } from '@deft/core/session';
import type { Pose, Session } from '@deft/contract';
import { takePen, type PlaceName } from '../data/desk-slice';
import type { PageKeeper } from '../data/page-keeper';
import { useDeskDispatch } from '../data/store';
import { useThings } from '../data/use-page';
import { NO_LOOK, type Look } from '../page/second-look';
import { MORE } from './held-panel';
import { useSessionKeys } from './session-keys';
import { useAnotherPicture, type AnotherPicture } from './use-another-picture';
import { useAwake } from './use-awake';
import { useBells } from './use-bells';
import { useClock } from './use-clock';
import { useMarks } from './use-marks';

/** How long a pose waits for its page before it is held, milliseconds. */
const PATIENCE = 250;
/** It goes on by itself where the page came this soon after, milliseconds. */
const MOMENT = 2000;

type SessionClock = ReturnType<typeof useClock>;

/** A session on the clock, as its parts show it. */
export interface Running {
  readonly poses: readonly Pose[];
  /** The pose that runs; undefined only where a session has none. */
  readonly pose: Pose | undefined;
  readonly next: Pose | undefined;
  readonly clock: Clock;
  readonly now: RefObject<Clock>;
  readonly say: SessionClock['say'];
  /** *Not this one.* */
  readonly another: AnotherPicture;
  readonly watch: SessionClock['watch'];
  /** What keeps the page that is drawn on, once it is open. */
  readonly keeper: PageKeeper | null;
  /** The page has not come yet: it cannot be drawn on. */
  readonly lacking: boolean;
  readonly look: Look;
  readonly setLook: (look: Look) => void;
  readonly mirrored: boolean;
  readonly mirror: () => void;
  /** What was put on the pose's picture while it was held. */
  readonly marks: readonly PictureMark[];
  readonly onMarks: (marks: readonly PictureMark[]) => void;
  /** Where the picture of a long pose was put last; null before one has come. */
  readonly place: PlaceName | null;
  readonly setPlace: (place: PlaceName) => void;
  readonly onKeeper: (page: Id, keeper: PageKeeper | null) => void;
  readonly onContact: (down: boolean) => void;
}

/** Runs a session: its clock, its page, its keys and bells, and the screen kept awake. */
export function useRunning(session: Session): Running {
  const { clock, say, now, watch } = useClock(session);
  const { poses } = session;
  const pose = poses[Math.min(clock.current, poses.length - 1)];
  // The next pose's page is open before the bell: nothing is lacking while it comes to the front.
  const [keepers, setKeepers] = useState<ReadonlyMap<Id, PageKeeper | null>>(new Map());
  const [look, setLook] = useState<Look>(NO_LOOK);
  const [mirrored, setMirrored] = useState(false);
  const [place, setPlace] = useState<PlaceName | null>(null);
  const keeper = (pose && keepers.get(pose.page)) ?? null;
  const onKeeper = useCallback(
    (page: Id, opened: PageKeeper | null) => setKeepers((before) => new Map(before).set(page, opened)),
    [],
  );
  const onContact = useCallback((down: boolean): void => say({ kind: down ? 'pen down' : 'pen up' }), [say]);
  const things = useThings(keeper, ['page']);
  const lacking = pose?.step.ground !== 'on paper' && !pageOf(things);
  const mirror = (): void => setMirrored(!mirrored);
  useWaitingForPage(clock, doingOf(clock), lacking, say);
  useAwake(clock.phase === 'running');
  useBells(watch);
  const another = useAnotherPicture(session, pose, clock, say);
  const whole = pose !== undefined && hasWholePage(pose.step);
  useRunningKeys({ clock, say, another, keeper, look, setLook, mirror, whole });
  const next = poses.find((_, i) => i > clock.current && clock.poses[i]?.end === null);
  const page = { keeper, lacking, onKeeper, onContact };
  const { marks, onMarks } = useMarks(session, pose);
  const seen = { look, setLook, mirrored, mirror, place, setPlace, marks, onMarks };
  return { poses, pose, next, clock, now, say, another, watch, ...page, ...seen };
}

/**
 * The clock starts once there is something to draw on, and is held where the page does not come. Where that
 * was only for a moment it goes on by itself; after longer nobody may be there any more, and it waits for a
 * touch.
 */
export function useWaitingForPage(
  clock: Pick<Clock, 'phase'>,
  doing: ReturnType<typeof doingOf>,
  lacking: boolean,
  say: SessionClock['say'],
): void {
  const { phase } = clock;
  const heldAt = useRef<number | null>(null);
  useEffect(() => {
    if (phase === 'ready' && !lacking) say({ kind: 'start' });
  }, [phase, lacking, say]);
  useEffect(() => {
    if (!lacking || doing !== 'draw') return undefined;
    const timer = setTimeout(() => {
      heldAt.current = performance.now();
      say({ kind: 'hold' });
    }, PATIENCE);
    return () => clearTimeout(timer);
  }, [lacking, doing, say]);
  useEffect(() => {
    if (lacking || heldAt.current === null) return;
    if (phase === 'held' && performance.now() - heldAt.current < MOMENT) say({ kind: 'go on' });
    heldAt.current = null;
  }, [lacking, phase, say]);
}

type KeyedParts = Pick<Running, 'clock' | 'say' | 'another' | 'keeper' | 'look' | 'setLook' | 'mirror'> & {
  /** Everything but the clock is its shell's. */
  readonly whole: boolean;
};

function useRunningKeys({ clock, say, another, keeper, look, setLook, mirror, whole }: KeyedParts): void {
  const router = useRouter();
  const dispatch = useDeskDispatch();
  const held = clock.phase === 'held';
  useSessionKeys({ held, whole }, (act) => {
    switch (act) {
      case 'hold':
        return say({ kind: held ? 'go on' : 'hold' });
      case 'leave':
        return held ? router.replace('/') : say({ kind: 'hold' });
      case 'back':
        return say({ kind: 'back' });
      case 'next':
        return say({ kind: 'next' });
      case 'not this one':
        return another.ask();
      case 'more':
        return say({ kind: 'more', ms: MORE });
      case 'undo':
        return void keeper?.undo();
      case 'redo':
        return void keeper?.redo();
      case 'squint':
      case 'grey':
        return setLook({ ...look, name: look.name === act ? null : act });
      case 'mirror':
        return mirror();
      default:
        dispatch(takePen(act));
    }
  });
}
