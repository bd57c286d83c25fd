import type { FindingKind } from './finding.ts';

interface Row {
  /** Longest time given that the row holds for, seconds. */
  readonly upTo: number;
  /** Per cent of the figure's height. */
  readonly place: number;
  /** Degrees. */
  readonly tilt: number;
  /** Per cent of the reference's own measure. */
  readonly proportion: number;
}

/** What is worth a word, by the time that was given. Teaching judgement, in one place. */
export const TOLERANCES: readonly Row[] = [
  { upTo: 60, place: 5, tilt: 8, proportion: 20 },
  { upTo: 300, place: 3.5, tilt: 6, proportion: 14 },
  { upTo: 1200, place: 2.5, tilt: 5, proportion: 10 },
  { upTo: Infinity, place: 2, tilt: 4, proportion: 8 },
];

/** Drawings that were given about as much time, seconds: more than `from`, up to `upTo`. */
export function timeClassOf(seconds: number | null): { readonly from: number; readonly upTo: number } {
  const i = TOLERANCES.findIndex(({ upTo }) => (seconds ?? Infinity) <= upTo);
  return { from: TOLERANCES[i - 1]?.upTo ?? 0, upTo: (TOLERANCES[i] as Row).upTo };
}

/** A gesture so short that only movement is judged in it. */
export const GESTURE_SECONDS = 60;

/**
 * How much is worth a word: per cent of the figure's height for a place, degrees for a tilt, per cent of the
 * reference's own measure for a proportion.
 * @param seconds given for the drawing; null where it had all the time it wanted
 */
export function toleranceOf(kind: FindingKind, seconds: number | null): number {
  const row = TOLERANCES.find(({ upTo }) => (seconds ?? Infinity) <= upTo) as Row;
  return row[kind];
}

/**
 * Whether a finding of this kind is listed at all. In a short gesture a tilt that is flatter or
 * straighter than the reference's is; one that goes further is not, since that is taught.
 * @param reference tilt on the reference, degrees
 * @param size drawn minus reference, degrees
 */
export function isJudged(
  kind: FindingKind,
  seconds: number | null,
  size: number,
  reference: number | null,
): boolean {
  if ((seconds ?? Infinity) > GESTURE_SECONDS) return true;
  if (kind !== 'tilt' || reference === null) return false;
  const lean = Math.abs(reference) <= 45 ? reference : reference - Math.sign(reference) * 90;
  return lean * size < 0;
}
