import { compose, IDENTITY, invert, scaleOf, transformPoint, type Affine } from '../geometry/affine.ts';
import { boxOf, type Box } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { polygonArea } from '../geometry/polygon.ts';
import { outlinesOf as outlinesIn } from '../mask/outlines.ts';
import { drawnLines } from '../page/drawn-lines.ts';
import { strokePoints } from '../page/stroke-outline.ts';
import type { Id, Stroke, Thing } from '../page/things.ts';
import { drawnSilhouette } from '../shape/drawn-silhouette.ts';
import { balanceOf, isOver, type Balance } from './balance.ts';
import { gapsClosing, gridOver } from './closed-gaps.ts';
import { inkTouches, type InkLine } from './ink-touches.ts';
import type { Lit } from './lights.ts';
import { roomOf, type Enclosing } from './outlines.ts';

/** A stroke as it lies while it is moved; its points only where they are others than it had. */
export type MovedInk = Pick<Stroke, 'id' | 'transform'> & Partial<Pick<Stroke, 'points'>>;

/** How wide an opening is closed, pixels of the grid that a drawing is looked at in. */
const REACH = 5;
/** Bodies that lie no farther apart than this touch, pixels of it. */
const APART = 4;
/** What encloses less of the grid is a crossing of lines and no body, square pixels. */
const LEAST_BODY = 30;
/** What ink encloses speaks for the weight of a drawing where it takes up so much of its height. */
const ENOUGH = 0.8;

const lineOf = (of: Id, points: readonly Point[]): InkLine[] => {
  const box = boxOf(points);
  return box && points.length > 1 ? [{ of, points, box }] : [];
};

/** What lines enclose together, small openings closed. */
function bodiesIn(lines: readonly InkLine[]): Enclosing[] {
  const room = roomOf(lines);
  if (!room) return [];
  const { width, height, to, back } = gridOver(room);
  const on = { width, height, reach: REACH, isGap: () => false };
  const silhouette = drawnSilhouette(
    lines.map(({ points }) => points.map(to)),
    on,
  );
  return outlinesIn(silhouette)
    .filter((outline) => polygonArea(outline) > LEAST_BODY)
    .map((outline) => {
      const points = outline.map(back);
      return { outline: points, box: boxOf(points) as Box };
    });
}

/** From where a stroke lay to where it lies; null of one that was flattened. */
function wayOf(before: Stroke, now: MovedInk): Affine | null {
  const from = before.transform ?? IDENTITY;
  return scaleOf(from) > 0 ? compose(now.transform ?? IDENTITY, invert(from)) : null;
}

/** Where the lines of a stroke lie once it is moved. */
function movedLines(before: Stroke, lines: readonly InkLine[], now: MovedInk): InkLine[] {
  if (now.points !== undefined) return lineOf(now.id, strokePoints({ ...before, ...now }));
  const by = wayOf(before, now);
  return by
    ? lines.flatMap(({ of, points }) =>
        lineOf(
          of,
          points.map((p) => transformPoint(by, p)),
        ),
      )
    : [];
}

/**
 * Looks at the ink of a drawing while some of its strokes are moved. Each side of the move is a body: what
 * the strokes that are moved enclose, and what all others do. Lines of the two nearly touch, the ground that
 * they enclose together is a gap, and their room is the weight. What was so before is not lit.
 * @param things as they stand before the move, strokes and the sheets they lie on among them
 * @param ids what is moved
 * @returns what says of moved strokes, as they lie just now, what lights up; nothing of a drawing without ink
 */
export function inkLightsOver(
  things: ReadonlyMap<Id, Thing>,
  ids: ReadonlySet<Id>,
): (moved: readonly MovedInk[]) => Lit {
  const lines = drawnLines(things)
    .filter(({ of }) => things.get(of)?.type === 'stroke')
    .flatMap(({ of, points }) => lineOf(of, points));
  const own = lines.filter(({ of }) => ids.has(of));
  const still = lines.filter(({ of }) => !ids.has(of));
  const room = roomOf(lines);
  const height = room ? room.maxY - room.minY : 0;
  if (!room || !(height > 0)) return () => ({ touches: [], closed: [], fallen: null });
  const touched = new Set(inkTouches(own, still, height).map(({ pair }) => pair));
  const ground = bodiesIn(still);
  const bodies = [...ground, ...bodiesIn(own)];
  const closing = gapsClosing(bodies, room, APART);
  // Landmarks do not go along with ink: they say nothing of it.
  const guides = new Map([...things].filter(([, { type }]) => type === 'guide'));
  const balance = (all: readonly Enclosing[]): Balance | null => {
    const taken = roomOf(all);
    return taken && taken.maxY - taken.minY >= ENOUGH * height ? balanceOf(guides, all, taken) : null;
  };
  const stood = balance(bodies);
  const linesBefore = new Map<Id, InkLine[]>();
  for (const line of own) linesBefore.set(line.of, [...(linesBefore.get(line.of) ?? []), line]);
  return (moved) => {
    const now = moved.flatMap((one) => {
      const before = things.get(one.id);
      return before?.type === 'stroke' ? movedLines(before, linesBefore.get(one.id) ?? [], one) : [];
    });
    const after = [...ground, ...bodiesIn(now)];
    const stands = stood !== null && isOver(stood) ? balance(after) : null;
    return {
      touches: inkTouches(now, still, height, touched).map(({ along }) => along),
      closed: closing(after),
      fallen: stands && !isOver(stands) ? stands : null,
    };
  };
}
