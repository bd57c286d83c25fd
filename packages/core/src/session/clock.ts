import type { Doing, Stretch } from './plan.ts';

/**
 * The session clock: a state machine fed with monotonic milliseconds. It owns no timer; whoever
 * runs it says what happened and when, and asks what stands.
 */

/** One stretch of a pose, and how long it has lasted. Milliseconds. */
export interface Lasted extends Stretch {
  readonly added: number;
  readonly spent: number;
}

/**
 * How a pose ended: its time was up; the student was done before; it was passed over, and nothing of it
 * counts; or the session ended in it.
 */
export const POSE_ENDS = ['run out', 'done early', 'passed over', 'left unfinished'] as const;
export type PoseEnd = (typeof POSE_ENDS)[number];

export interface PoseTimes {
  readonly stretches: readonly Lasted[];
  /** The stretch it is in, or was left in. */
  readonly turn: number;
  readonly held: number;
  /** Spent and held over pictures of which the student said *not this one*: no part of the pose. */
  readonly passed: number;
  /** Null while it is not over. */
  readonly end: PoseEnd | null;
  /** It was over, and one has gone back to it. */
  readonly reopened: boolean;
}

export const PHASES = ['ready', 'running', 'held', 'done'] as const;

export interface Clock {
  readonly phase: (typeof PHASES)[number];
  readonly current: number;
  readonly poses: readonly PoseTimes[];
  /** When the running stretch began or was last counted. */
  readonly since: number;
  /** A stroke is on the page, which the bell waits for. */
  readonly penDown: boolean;
}

export type ClockEvent =
  | {
      readonly kind:
        'start' | 'hold' | 'go on' | 'pen down' | 'pen up' | 'next' | 'pass over' | 'back' | 'end' | 'tick';
      readonly at: number;
    }
  /** Another picture has taken the place of the pose's. */
  | { readonly kind: 'another picture'; readonly at: number }
  | { readonly kind: 'more'; readonly at: number; readonly ms: number };

/** A stroke that crosses the bell may take this much longer, milliseconds. */
export const LATEST = 1500;
/** What a pose whose time was up is given when one goes back to it, milliseconds. */
export const AGAIN = 30_000;
/** A gap between two ticks longer than this is a tab that slept: it comes back held. */
export const SLEPT = 3000;

/** A clock before its start. @param poses the stretches of each; without any it is done at once */
export function newClock(poses: readonly (readonly Stretch[])[]): Clock {
  const times = poses.map((stretches): PoseTimes => ({
    stretches: stretches.map((s) => ({ ...s, added: 0, spent: 0 })),
    turn: 0,
    held: 0,
    passed: 0,
    end: null,
    reopened: false,
  }));
  return { phase: times.length > 0 ? 'ready' : 'done', current: 0, poses: times, since: 0, penDown: false };
}

const poseOf = (clock: Clock): PoseTimes => clock.poses[clock.current] as PoseTimes;
const change = (clock: Clock, to: Partial<PoseTimes>): Clock => ({
  ...clock,
  poses: clock.poses.map((pose, i) => (i === clock.current ? { ...pose, ...to } : pose)),
});
const changeTurn = (clock: Clock, turn: number, to: Partial<Lasted>): Clock =>
  change(clock, { stretches: poseOf(clock).stretches.map((s, i) => (i === turn ? { ...s, ...to } : s)) });

/** The stretch that runs, or is held; null for a session without poses. */
export function stretchOf(clock: Clock): Lasted | null {
  const pose = clock.poses[clock.current];
  return pose?.stretches[pose.turn] ?? null;
}

/** What is to be done now; null before and after. */
export const doingOf = (clock: Clock): Doing | null =>
  clock.phase === 'running' ? (stretchOf(clock)?.doing ?? null) : null;

/** Milliseconds left of what runs; negative while a stroke crosses the bell, 0 without poses. */
export function timeLeft(clock: Clock): number {
  const now = stretchOf(clock);
  return now ? now.planned + now.added - now.spent : 0;
}

/** That as a share of the time it was given, 0 without poses. */
export function shareLeft(clock: Clock): number {
  const now = stretchOf(clock);
  return now ? timeLeft(clock) / (now.planned + now.added) : 0;
}

const drawTurn = (pose: PoseTimes): number => pose.stretches.findIndex(({ doing }) => doing === 'draw');

/**
 * A pose's times as they are kept: milliseconds drawn, added and planned; all 0 where nothing is drawn in
 * it.
 */
export function drawnTimes(pose: PoseTimes): { drawn: number; added: number; planned: number } {
  const { spent = 0, added = 0, planned = 0 } = pose.stretches[drawTurn(pose)] ?? {};
  return { drawn: spent, added, planned };
}

/** How a pose ended that one leaves behind: by its bell, or before it. */
function endOf(pose: PoseTimes, before: PoseEnd): PoseEnd {
  const { drawn, planned } = drawnTimes(pose);
  return drawn < planned ? before : 'run out';
}

/** The pose that runs is over; the next that is not begins where it was left. */
function nextPose(clock: Clock, end = endOf(poseOf(clock), 'done early')): Clock {
  const closed = { ...change(clock, { end, reopened: false }), penDown: false };
  const next = closed.poses.findIndex((pose, i) => i > clock.current && pose.end === null);
  return next < 0 ? { ...closed, phase: 'done' } : { ...closed, current: next };
}

function nextTurn(clock: Clock): Clock {
  const { turn, stretches } = poseOf(clock);
  return turn + 1 < stretches.length
    ? { ...change(clock, { turn: turn + 1 }), penDown: false }
    : nextPose(clock);
}

/** On to what comes next; from a pose that one has gone back to, to where one was. */
const next = (clock: Clock): Clock => (poseOf(clock).reopened ? nextPose(clock) : nextTurn(clock));

/**
 * The pose before, at its drawing, with what it was drawn so far; where its time was up, it is
 * given a little more. The pose that is left stays as it is.
 */
function back(clock: Clock): Clock {
  if (clock.current === 0) return clock;
  const here = poseOf(clock);
  const left = here.reopened ? change(clock, { end: endOf(here, 'done early'), reopened: false }) : clock;
  const before = { ...left, current: clock.current - 1, penDown: false };
  const turn = drawTurn(poseOf(before));
  const { planned, added, spent } = poseOf(before).stretches[turn] as Lasted;
  const opened = change(before, { end: null, reopened: true, turn });
  return spent < planned + added ? opened : changeTurn(opened, turn, { added: spent - planned + AGAIN });
}

/** Every pose that was come to is over, also one that was left by going back from it. */
const ended = (clock: Clock): Clock => ({
  ...clock,
  poses: clock.poses.map((pose, i) =>
    pose.end === null && (i === clock.current || pose.stretches.some(({ spent }) => spent > 0))
      ? { ...pose, end: endOf(pose, 'left unfinished') }
      : pose,
  ),
});

/** On without the pose; one that was over once, or is drawn to its end, is not passed over any more. */
function passOver(clock: Clock): Clock {
  const pose = poseOf(clock);
  return nextPose(clock, pose.reopened ? undefined : endOf(pose, 'passed over'));
}

/** The pose begins anew with another picture; the time with the one before is none of its. */
function anotherPicture(clock: Clock): Clock {
  const { stretches, held, passed, reopened } = poseOf(clock);
  if (reopened) return clock;
  const spent = stretches.reduce((sum, stretch) => sum + stretch.spent, 0);
  const fresh = stretches.map((stretch) => ({ ...stretch, added: 0, spent: 0 }));
  const begun = change(clock, { stretches: fresh, turn: 0, held: 0, passed: passed + held + spent });
  return { ...begun, phase: 'running', penDown: false };
}

/** Counts the time up to `at` to whatever is running. */
function count(clock: Clock, at: number): Clock {
  const passed = Math.max(0, at - clock.since);
  const now = { ...clock, since: Math.max(clock.since, at) };
  if (clock.phase === 'held') return change(now, { held: poseOf(clock).held + passed });
  if (clock.phase !== 'running') return now;
  if (passed > SLEPT) return { ...now, phase: 'held', penDown: false };
  let running: Clock = now;
  let rest = passed;
  while (running.phase === 'running') {
    const { turn } = poseOf(running);
    const { spent } = stretchOf(running) as Lasted;
    const room = Math.max(0, timeLeft(running) + (running.penDown ? LATEST : 0));
    if (rest < room) return changeTurn(running, turn, { spent: spent + rest });
    rest -= room;
    running = nextTurn(changeTurn(running, turn, { spent: spent + room }));
  }
  return running;
}

/**
 * What a clock becomes by an event. One that makes no sense where it comes changes nothing but the time;
 * time that runs backwards counts as none, and a long gap as sleep: it is held. A clock that is done stays
 * as it is.
 */
export function tickClock(before: Clock, event: ClockEvent): Clock {
  if (before.phase === 'done') return before;
  const clock = before.phase === 'ready' ? { ...before, since: event.at } : count(before, event.at);
  if (clock.phase === 'done') return clock;
  switch (event.kind) {
    case 'start':
      return clock.phase === 'ready' ? { ...clock, phase: 'running' } : clock;
    case 'hold':
      return clock.phase === 'running' ? { ...clock, phase: 'held', penDown: false } : clock;
    case 'go on':
      return clock.phase === 'held' ? { ...clock, phase: 'running' } : clock;
    case 'more': {
      const { turn } = poseOf(clock);
      return changeTurn(clock, turn, { added: (stretchOf(clock) as Lasted).added + event.ms });
    }
    case 'next':
      return clock.phase === 'ready' ? clock : next({ ...clock, phase: 'running' });
    case 'pass over':
      return clock.phase === 'ready' ? clock : passOver({ ...clock, phase: 'running' });
    case 'another picture':
      return clock.phase === 'ready' ? clock : anotherPicture(clock);
    case 'back':
      return clock.phase === 'ready' ? clock : back(clock);
    case 'end':
      return { ...ended(clock), phase: 'done', penDown: false };
    case 'pen down':
      return clock.phase === 'running' ? { ...clock, penDown: true } : clock;
    case 'pen up':
      return clock.penDown && timeLeft(clock) <= 0
        ? nextTurn({ ...clock, penDown: false })
        : { ...clock, penDown: false };
    case 'tick':
      return clock;
  }
}

/**
 * A clock as it comes back after a reload: held where it was, with nothing counted in between.
 * @param at monotonic milliseconds now
 */
export function wakeClock(stored: Clock, at: number): Clock {
  return { ...stored, since: at, penDown: false, phase: stored.phase === 'running' ? 'held' : stored.phase };
}
