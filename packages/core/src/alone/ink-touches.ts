import { boxOf, grow, overlaps, type Box } from '../geometry/box.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { Id } from '../page/things.ts';
import { nearStretches } from '../shape/near-lines.ts';
import { touchingIn } from './touches.ts';

/** A line of ink with the stroke that it is of; page millimetres. */
export interface InkLine {
  readonly of: Id;
  readonly points: readonly Point[];
  readonly box: Box;
}

interface Stretch {
  readonly along: readonly Point[];
  readonly crossed: boolean;
  /** The two strokes that it lies between. */
  readonly pair: string;
}

const endsOf = ({ along }: Stretch): readonly Point[] => [along[0] as Point, along.at(-1) as Point];

/** Stretches that go on in one another, as where a line is drawn in pieces. */
function joinedUp(stretches: readonly Stretch[], near: number): Stretch[][] {
  const left = new Set(stretches);
  const groups: Stretch[][] = [];
  for (const first of stretches) {
    if (!left.delete(first)) continue;
    const group = [first];
    for (let i = 0; i < group.length; i += 1)
      for (const other of left)
        if (endsOf(group[i] as Stretch).some((p) => endsOf(other).some((q) => distance(p, q) <= near))) {
          left.delete(other);
          group.push(other);
        }
    groups.push(group);
  }
  return groups;
}

/**
 * Where lines that are moved nearly touch others: long enough, and without crossing. What runs on from stroke
 * to stroke is one stretch.
 * @param height of the drawing, millimetres, above 0
 * @param known pairs of strokes that are passed over
 */
export function inkTouches(
  moved: readonly InkLine[],
  still: readonly InkLine[],
  height: number,
  known: ReadonlySet<string> = new Set(),
): Stretch[] {
  const { near, shortest } = touchingIn(height);
  const stretches = moved.flatMap((a) => {
    const room = grow(a.box, near);
    return still.flatMap((b): Stretch[] => {
      const pair = `${a.of} ${b.of}`;
      if (!overlaps(room, b.box) || known.has(pair)) return [];
      return nearStretches(a.points, b.points, near).map((one) => ({ ...one, pair }));
    });
  });
  return joinedUp(stretches, near)
    .filter((group) => {
      const room = boxOf(group.flatMap(({ along }) => along)) as Box;
      const long = Math.hypot(room.maxX - room.minX, room.maxY - room.minY);
      return long >= shortest && !group.some(({ crossed }) => crossed);
    })
    .flat();
}
