import type { Point } from '../geometry/point.ts';
import { emptyMask, sharedArea, type Mask } from '../mask/mask.ts';

/** How two silhouettes that lie in one frame cover each other. */
export interface Overlap {
  /** Area of what both hold over area of what either does, 0 to 1. */
  readonly shared: number;
  /** Area of the first over area of the second. */
  readonly areas: number;
  /** Middle of the first less middle of the second, pixels. */
  readonly offset: Point;
}

interface Middle extends Point {
  readonly area: number;
}

function middleOf({ width, bits }: Mask): Middle {
  let [area, x, y] = [0, 0, 0];
  bits.forEach((bit, i) => {
    if (!bit) return;
    area += 1;
    x += (i % width) + 0.5;
    y += Math.floor(i / width) + 0.5;
  });
  return { area, x: x / area, y: y / area };
}

/**
 * How two masks of one size cover each other.
 * @returns null where one of them is empty
 */
export function overlapOf(a: Mask, b: Mask): Overlap | null {
  const [p, q] = [middleOf(a), middleOf(b)];
  if (p.area === 0 || q.area === 0) return null;
  const both = sharedArea(a, b);
  return {
    shared: both / (p.area + q.area - both),
    areas: p.area / q.area,
    offset: { x: p.x - q.x, y: p.y - q.y },
  };
}

/**
 * A mask seen small: so many pixels high, each set where at least half of what it stands for is. A mask
 * that is no higher is given back as it is.
 */
export function small(mask: Mask, rows: number): Mask {
  if (mask.height <= rows) return mask;
  const by = mask.height / rows;
  const made = emptyMask(Math.max(1, Math.ceil(mask.width / by)), rows);
  const [set, all] = [new Float64Array(made.bits.length), new Float64Array(made.bits.length)];
  mask.bits.forEach((bit, i) => {
    const x = Math.floor(((i % mask.width) + 0.5) / by);
    const y = Math.floor((Math.floor(i / mask.width) + 0.5) / by);
    const at = y * made.width + Math.min(x, made.width - 1);
    set[at] = (set[at] as number) + bit;
    all[at] = (all[at] as number) + 1;
  });
  made.bits.forEach(
    (_, i) => (made.bits[i] = 2 * (set[i] as number) >= (all[i] as number) && all[i] ? 1 : 0),
  );
  return made;
}
