import { lineTilt, wrapTilt, toDegrees } from '../geometry/angle.ts';
import { distance, subtract, type Point } from '../geometry/point.ts';
import type { Topic } from './causes.ts';
import { NO_DOUBT, varianceAlong, type Doubt } from './doubt.ts';
import { meanRadius, type Item } from './item.ts';

/** A topic as it stands between a laid drawing and its reference. Units as in `Finding`. */
export interface Measured {
  readonly size: number;
  readonly error: number;
  readonly offset: Point | null;
  /** The reference's own tilt, for a tilt. */
  readonly reference: number | null;
}

/** Two ends place an axis, so it is surer than one placed point. */
const placed = (item: Item): number => (item.ellipse ? item.spread * Math.SQRT1_2 : item.spread);
const ratio = (drawn: number, reference: number): number => 100 * (drawn / reference - 1);

function axisOf(items: readonly Item[]): [Point, Point] {
  return [(items[0] as Item).centre, (items[1] as Item).centre];
}

/**
 * Measures a topic by itself, with the placement noise of both sides carried to first order.
 * @param drawn the topic's drawn items laid on the reference, in its pixels
 * @param reference the same topic's reference items
 * @param height of the figure, pixels
 * @param doubt of drawn items that were found together, laid on the reference as they are
 * @returns null where it cannot be measured: no extent, or the whole figure, which only the model can tell
 */
export function measureTopic(
  topic: Topic,
  drawn: readonly Item[],
  reference: readonly Item[],
  height: number,
  doubt: Doubt = NO_DOUBT,
): Measured | null {
  if (topic.thing === 'whole') return null;
  const d = drawn[0] as Item;
  const r = reference[0] as Item;
  const noise = Math.hypot(placed(d), placed(r));

  if (topic.measure === 'place') {
    const miss = subtract(d.centre, r.centre);
    const offset = { x: (100 * miss.x) / height, y: (100 * miss.y) / height };
    return { size: Math.hypot(offset.x, offset.y), error: (100 * noise) / height, offset, reference: null };
  }
  if (topic.thing === 'axis') {
    const [a, b] = axisOf(drawn);
    const [p, q] = axisOf(reference);
    const [length, drawnLength] = [distance(p, q), distance(a, b)];
    if (!(length > 0) || !(drawnLength > 0)) return null;
    const [ux, uy] = [(b.x - a.x) / drawnLength, (b.y - a.y) / drawnLength];
    const way = topic.measure === 'tilt' ? { x: -uy, y: ux } : { x: ux, y: uy };
    const own = placed(r) ** 2 + placed(reference[1] as Item) ** 2;
    const miss = Math.sqrt(varianceAlong(d, drawn[1] as Item, way, doubt) + own) / length;
    if (topic.measure !== 'tilt')
      return { size: ratio(drawnLength, length), error: 100 * miss, offset: null, reference: null };
    const tilt = lineTilt(p, q);
    return { size: wrapTilt(lineTilt(a, b) - tilt), error: toDegrees(miss), offset: null, reference: tilt };
  }
  if (!d.ellipse || !r.ellipse || !(r.ellipse.minor > 0)) return null;
  const { major, minor, tilt } = r.ellipse;
  switch (topic.measure) {
    case 'size':
      return {
        size: ratio(meanRadius(d), meanRadius(r)),
        error: 50 * Math.hypot(noise / major, noise / minor),
        offset: null,
        reference: null,
      };
    case 'width':
      return {
        size: ratio(d.ellipse.minor, minor),
        error: (100 * noise) / minor,
        offset: null,
        reference: null,
      };
    case 'length':
      return {
        size: ratio(d.ellipse.major, major),
        error: (100 * noise) / major,
        offset: null,
        reference: null,
      };
    default:
      return {
        size: wrapTilt(d.ellipse.tilt - tilt),
        error: toDegrees(noise / (major - minor)),
        offset: null,
        reference: tilt,
      };
  }
}
