import { scaleOf } from '../geometry/affine.ts';
import { boxOf, longerSide } from '../geometry/box.ts';
import { distance, middle, segmentDistance, type Point } from '../geometry/point.ts';
import type { FoundInInk } from '../ink/find-landmarks.ts';
import type { Id, Thing } from '../page/things.ts';
import { handStrokes, type HandStroke } from '../strokes/hand-strokes.ts';
import { lineFigures, type LineFigures } from '../strokes/line-figures.ts';
import { restatedLines } from '../strokes/restated.ts';
import { orderOfWork, type OrderOfWork } from '../strokes/order-of-work.ts';
import type { CheckReport } from './check.ts';

/** How a drawing was drawn, whatever it is of. */
export interface Hand {
  /** Null where no line is drawn on the page itself. */
  readonly line: LineFigures | null;
  /** Where lines go over earlier ones, page millimetres. */
  readonly again: readonly (readonly Point[])[];
  /** Null where no figure is seen in the lines, or nobody knows when they were drawn. */
  readonly order: OrderOfWork | null;
}

/** The parts of a figure that stand for the whole: what the first line of each runs through. */
const PARTS: readonly {
  readonly part: string;
  readonly through: readonly string[];
  readonly half: number;
}[] = [
  { part: 'head', through: ['crown', 'chin'], half: 0.055 },
  { part: 'trunk', through: ['pit of the neck', 'hips'], half: 0.1 },
  ...(['left', 'right'] as const).flatMap((s) => [
    { part: `${s} arm`, through: [`${s} shoulder`, `${s} elbow`, `${s} wrist`], half: 0.035 },
    { part: `${s} leg`, through: [`${s} hip`, `${s} knee`, `${s} ankle`], half: 0.05 },
  ]),
];
/** Beyond so many times a part's own half width a line is of something else. */
const BESIDE = 1.8;
/** What goes across a part is so many half widths less likely of it. */
const ACROSS = 0.8;

/** Lines are looked at in pieces of this, parts of the figure's height. */
const STEP = 0.01;

/** A part where it is seen in a drawing: the line it runs along, and its half width, millimetres. */
interface SeenPart {
  readonly part: string;
  readonly along: readonly Point[];
  readonly half: number;
}

/** The parts of which at least two landmarks are seen. */
function partsIn({ landmarks }: FoundInInk, height: number): SeenPart[] {
  const at = new Map<string, Point>(landmarks.map(({ name, at: place }) => [name, place]));
  const [left, right] = [at.get('left hip'), at.get('right hip')];
  if (left && right) at.set('hips', middle(left, right));
  return PARTS.flatMap(({ part, through, half }) => {
    const along = through.flatMap((name) => at.get(name) ?? []);
    return along.length > 1 ? [{ part, along, half: half * height }] : [];
  });
}

/** How far a piece of line is from being of a part: in its half widths, and more where it goes across it. */
function farFrom(p: Point, q: Point, { part, along, half }: SeenPart): number {
  const [at, length] = [middle(p, q), distance(p, q)];
  let least = Infinity;
  for (let i = 1; i < along.length; i += 1) {
    const [a, b] = [along[i - 1] as Point, along[i] as Point];
    const cross = (q.x - p.x) * (b.x - a.x) + (q.y - p.y) * (b.y - a.y);
    const straight = Math.abs(cross) / (length * distance(a, b) || 1);
    const across = part === 'head' ? 0 : ACROSS * (1 - straight);
    least = Math.min(least, segmentDistance(at, a, b) / half + across);
  }
  return least;
}

/** The part that a piece of line is of: the one it is nearest to; null beside all of them. */
function partAt(p: Point, q: Point, parts: readonly SeenPart[]): string | null {
  let [best, least]: [string | null, number] = [null, BESIDE];
  for (const part of parts) {
    const far = farFrom(p, q, part);
    if (far < least) [best, least] = [part.part, far];
  }
  return best;
}

/** The share of a line's length that lies on each part. @param step looked at at once */
function sharesOf(
  { points, length }: HandStroke,
  parts: readonly SeenPart[],
  step: number,
): Map<string, number> {
  const shares = new Map<string, number>();
  let from = points[0] as Point;
  let gone = 0;
  for (let i = 1; i < points.length; i += 1) {
    const [p, q] = [points[i - 1] as Point, points[i] as Point];
    gone += distance(p, q);
    if (gone < step && i < points.length - 1) continue;
    const part = partAt(from, q, parts);
    if (part) shares.set(part, (shares.get(part) ?? 0) + gone / length);
    [from, gone] = [q, 0];
  }
  return shares;
}

/** The order in which a drawing came to be, from where its parts are seen. */
function workOf(strokes: readonly HandStroke[], seen: FoundInInk, height: number): OrderOfWork | null {
  const parts = partsIn(seen, height);
  const extent = (along: readonly Point[]): number =>
    along.slice(1).reduce((sum, p, i) => sum + distance(p, along[i] as Point), 0);
  return orderOfWork(
    strokes.map((stroke) => ({
      length: stroke.length,
      ms: stroke.ms,
      parts: sharesOf(stroke, parts, STEP * height),
    })),
    new Map(parts.map(({ part, along }) => [part, extent(along)])),
  );
}

/**
 * How a drawing was drawn: its lines, and the order in which it came to be.
 * @param attempt what lies on the page
 * @param on.height of the figure, in the reference's unit; the drawing's own extent where it is not laid
 */
export function handOf(
  attempt: ReadonlyMap<Id, Thing>,
  on: {
    readonly report: Pick<CheckReport, 'toReference'>;
    readonly height: number;
    readonly seen: FoundInInk | null;
  },
): Hand {
  const strokes = handStrokes(attempt);
  const { toReference } = on.report;
  const box = boxOf(strokes.flatMap(({ points }) => points));
  const own = box ? longerSide(box) : 0;
  const height = toReference && on.height > 0 ? on.height / scaleOf(toReference) : own;
  const restated = restatedLines(
    strokes.map(({ points }) => points),
    height,
  );
  return {
    line: lineFigures(strokes, height, restated.share),
    again: restated.pieces.flat(),
    order: on.seen ? workOf(strokes, on.seen, height) : null,
  };
}
