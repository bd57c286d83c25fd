import { LATEST } from './clock.ts';

/** A pose as a desk kept it that did not yet write down when its bell rang. Milliseconds. */
export interface UnbelledPose {
  /** When each of its strokes was drawn, milliseconds since 1970, in order. */
  readonly drawnAt: readonly number[];
  readonly drawnMs: number;
  readonly heldMs: number;
  /** More than 0 where one has gone back to it, among others. */
  readonly addedMs: number;
}

/** Its bell rang at the latest so long after its first stroke. */
const latest = ({ drawnAt, drawnMs, heldMs }: UnbelledPose): number =>
  (drawnAt[0] ?? -Infinity) + drawnMs + heldMs + LATEST;

/**
 * When the bells of a session rang, as far as its strokes tell: by the time that each pose took from its
 * first stroke on, or, where that was interrupted, by the last stroke before the next pose's first. What was
 * drawn after that was drawn in a study. A pose that was given more time may have been gone back to: for it
 * the session's own end counts.
 * @param poses in the order in which they were drawn
 * @returns milliseconds since 1970; null for a pose in which nothing was drawn
 */
export function oldBells(poses: readonly UnbelledPose[]): (number | null)[] {
  const begun = poses.filter(({ drawnAt }) => drawnAt.length > 0);
  const end = begun.reduce(
    (sum, { drawnMs, heldMs }) => sum + drawnMs + heldMs + LATEST,
    Math.min(...begun.map(({ drawnAt }) => drawnAt[0] ?? Infinity)),
  );
  return poses.map((pose, i) => {
    if (pose.drawnAt.length === 0) return null;
    if (pose.addedMs > 0) return end;
    const next = poses.slice(i + 1).find(({ drawnAt }) => drawnAt.length > 0)?.drawnAt[0] ?? -Infinity;
    const before = pose.drawnAt.filter((at) => at < next).at(-1) ?? -Infinity;
    return Math.max(latest(pose), before);
  });
}
