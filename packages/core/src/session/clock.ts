/**
 * The session clock: a state machine fed with monotonic milliseconds. It owns no timer; whoever
 * runs it says what happened and when, and asks what stands.
 */

export interface PoseTimes {
  /** Planned time, milliseconds. */
  readonly planned: number;
  readonly added: number;
  readonly drawn: number;
  readonly held: number;
  readonly skipped: boolean;
  readonly over: boolean;
}

export interface Clock {
  readonly phase: 'ready' | 'drawing' | 'held' | 'done';
  readonly current: number;
  readonly poses: readonly PoseTimes[];
  /** When the running stretch began or was last counted. */
  readonly since: number;
  /** A stroke is on the page, which the bell waits for. */
  readonly penDown: boolean;
}

export type ClockEvent =
  | { readonly kind: 'start' | 'hold' | 'go on' | 'pen down' | 'pen up' | 'skip' | 'back' | 'end' | 'tick'; readonly at: number }
  | { readonly kind: 'more'; readonly at: number; readonly ms: number };

/** A stroke that crosses the bell may take this much longer, milliseconds. */
export const LATEST = 1500;
/** What a pose whose time was up is given when one goes back to it, milliseconds. */
export const AGAIN = 30_000;
/** A gap between two ticks longer than this is a tab that slept: it comes back held. */
export const SLEPT = 3000;

export function newClock(seconds: readonly number[]): Clock {
  const poses = seconds.map((s) => ({ planned: s * 1000, added: 0, drawn: 0, held: 0, skipped: false, over: false }));
  return { phase: poses.length > 0 ? 'ready' : 'done', current: 0, poses, since: 0, penDown: false };
}

const change = (clock: Clock, to: Partial<PoseTimes>): Clock => ({ ...clock, poses: clock.poses.map((pose, i) => (i === clock.current ? { ...pose, ...to } : pose)) });
const pose = (clock: Clock): PoseTimes => clock.poses[clock.current] as PoseTimes;

/** Milliseconds left of the current pose; negative while a stroke crosses the bell. */
export function timeLeft(clock: Clock): number {
  const now = clock.poses[clock.current];
  return now ? now.planned + now.added - now.drawn : 0;
}

function next(clock: Clock, skipped: boolean): Clock {
  const closed = change(clock, { over: true, skipped });
  const current = closed.current + 1;
  if (current >= closed.poses.length) return { ...closed, phase: 'done', penDown: false };
  return { ...closed, current, penDown: false };
}

/** The pose before, with what it was drawn so far; where its time was up, it goes on from there once time is added. */
function back(clock: Clock): Clock {
  if (clock.current === 0) return clock;
  const before = { ...clock, current: clock.current - 1, penDown: false };
  const { planned, added, drawn } = pose(before);
  const spent = drawn >= planned + added;
  return change(before, { over: false, skipped: false, added: spent ? drawn - planned + AGAIN : added });
}

/** Counts the time up to `at` to whatever is running. */
function count(clock: Clock, at: number): Clock {
  const passed = Math.max(0, at - clock.since);
  const now = { ...clock, since: Math.max(clock.since, at) };
  if (clock.phase === 'held') return change(now, { held: pose(clock).held + passed });
  if (clock.phase !== 'drawing') return now;
  if (passed > SLEPT) return { ...now, phase: 'held', penDown: false };
  let running = now;
  let rest = passed;
  while (running.phase === 'drawing') {
    const room = timeLeft(running) + (running.penDown ? LATEST : 0);
    if (rest < room) return change(running, { drawn: pose(running).drawn + rest });
    rest -= Math.max(0, room);
    running = next(change(running, { drawn: pose(running).drawn + Math.max(0, room) }), false);
  }
  return running;
}

/** What a clock becomes. An event that makes no sense where it comes changes nothing but the time. */
export function tickClock(before: Clock, event: ClockEvent): Clock {
  if (before.phase === 'done') return before;
  const clock = before.phase === 'ready' ? { ...before, since: event.at } : count(before, event.at);
  if (clock.phase === 'done') return clock;
  switch (event.kind) {
    case 'start':
      return clock.phase === 'ready' ? { ...clock, phase: 'drawing' } : clock;
    case 'hold':
      return clock.phase === 'drawing' ? { ...clock, phase: 'held', penDown: false } : clock;
    case 'go on':
      return clock.phase === 'held' ? { ...clock, phase: 'drawing' } : clock;
    case 'more':
      return change(clock, { added: pose(clock).added + event.ms });
    case 'skip':
      return clock.phase === 'ready' ? clock : next(clock, true);
    case 'back':
      return back(clock);
    case 'end':
      return { ...change(clock, { over: true }), phase: 'done', penDown: false };
    case 'pen down':
      return clock.phase === 'drawing' ? { ...clock, penDown: true } : clock;
    case 'pen up':
      return clock.penDown && timeLeft(clock) <= 0 ? next({ ...clock, penDown: false }, false) : { ...clock, penDown: false };
    default:
      return clock;
  }
}

/** A clock as it comes back after a reload: held where it was, with nothing counted in between. */
export function wakeClock(stored: Clock, at: number): Clock {
  return { ...stored, since: at, penDown: false, phase: stored.phase === 'drawing' ? 'held' : stored.phase };
}
