import type { StrokePoint } from '../page/stroke-code.ts';

/** Seconds between two values of a hand's speed. */
const STEP = 0.01;
/** What a hand does quicker than this is the device's grain, hertz. */
const HIGHEST = 10;
/** Of the spectrum only what stands out is followed: up to the last share of its beginning above this. */
const LEAST = 0.05;
/** How finely the spectrum is followed, hertz. */
const FINE = 0.1;
/** A line this short says nothing about the hand, milliseconds. */
const SHORTEST = 300;

/** The hand's speed along a line in equal steps of time, millimetres a second. */
function speedsOf(points: readonly StrokePoint[]): Float64Array {
  const along = [0];
  for (let i = 1; i < points.length; i += 1) {
    const [a, b] = [points[i - 1] as StrokePoint, points[i] as StrokePoint];
    along.push((along[i - 1] as number) + Math.hypot(b.x - a.x, b.y - a.y));
  }
  const seconds = ((points.at(-1) as StrokePoint).time - (points[0] as StrokePoint).time) / 1000;
  const count = Math.floor(seconds / STEP);
  let i = 1;
  const at = Array.from({ length: count + 1 }, (_, k) => {
    const time = (points[0] as StrokePoint).time + 1000 * k * STEP;
    while (i < points.length - 1 && (points[i] as StrokePoint).time < time) i += 1;
    const [a, b] = [points[i - 1] as StrokePoint, points[i] as StrokePoint];
    const t = b.time > a.time ? Math.min(1, (time - a.time) / (b.time - a.time)) : 1;
    return (along[i - 1] as number) + t * ((along[i] as number) - (along[i - 1] as number));
  });
  return Float64Array.from({ length: count }, (_, k) => ((at[k + 1] as number) - (at[k] as number)) / STEP);
}

/** How strong a frequency is in evenly stepped values. */
function strengthOf(values: Float64Array, hertz: number): number {
  const turn = 2 * Math.PI * hertz * STEP;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  let [re, im, x, y] = [0, 0, 1, 0];
  for (let k = 0; k < values.length; k += 1) {
    re += (values[k] as number) * x;
    im += (values[k] as number) * y;
    const next = c * x - s * y;
    y = s * x + c * y;
    x = next;
  }
  return Math.hypot(re, im);
}

/**
 * How smoothly a line was drawn: the spectral arc length of the hand's speed (Balasubramanian,
 * Melendez-Calderon, Roby-Brami and Burdet 2015). About -1.4 for one sweep; the more halting, the lower. It
 * does not depend on how large or dark the line is.
 * @returns null for a line of under 0.3 s, or one whose times are not known
 */
export function smoothnessOf(points: readonly StrokePoint[]): number | null {
  if (points.length < 4 || (points.at(-1) as StrokePoint).time - (points[0] as StrokePoint).time < SHORTEST)
    return null;
  const speeds = speedsOf(points);
  const whole = strengthOf(speeds, 0);
  if (!(whole > 0)) return null;
  const spectrum = Array.from(
    { length: Math.round(HIGHEST / FINE) + 1 },
    (_, i) => strengthOf(speeds, i * FINE) / whole,
  );
  const last = spectrum.reduce((far, strength, i) => (strength >= LEAST ? i : far), 0);
  if (last === 0) return null;
  let arc = 0;
  for (let i = 1; i <= last; i += 1)
    arc += Math.hypot(1 / last, (spectrum[i] as number) - (spectrum[i - 1] as number));
  return -arc;
}
