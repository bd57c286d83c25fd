import type { Clock, PoseEnd, PoseTimes } from './clock.ts';

/** A pose as clocks kept it before its four ends were told apart. */
interface OlderTimes extends Omit<PoseTimes, 'passed' | 'end'> {
  readonly skipped: boolean;
  readonly over: boolean;
}

function poseFrom(pose: PoseTimes | OlderTimes): PoseTimes {
  if ('end' in pose) return pose;
  const { skipped, over, ...rest } = pose;
  const end: PoseEnd | null = over ? (skipped ? 'done early' : 'run out') : null;
  return { ...rest, passed: 0, end };
}

/**
 * A clock that was written down, by this desk or an earlier one.
 * @param poses of the session: a clock of another number of them is none of its
 * @returns null for what is no clock
 */
export function readClock(value: unknown, poses: number): Clock | null {
  const clock = value as Clock | null;
  return clock &&
    Array.isArray(clock.poses) &&
    clock.poses.length === poses &&
    clock.poses.every((pose) => Array.isArray(pose.stretches))
    ? { ...clock, poses: clock.poses.map(poseFrom) }
    : null;
}
