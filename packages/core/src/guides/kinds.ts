import type { Box } from '../geometry/box.ts';
import { curveAt } from '../geometry/curve.ts';
import { add, distance, middle, scale, subtract, type Point } from '../geometry/point.ts';
import { arcThrough } from './arc.ts';
import { straight, type GuideLine } from './guide-line.ts';

/** Guides that are laid by places, and by how many of them. */
export const ANCHORED_KINDS = {
  axis: [2, 2],
  centre: [3, 3],
  divided: [2, 2],
  stepped: [2, 2],
  carried: [4, 4],
  sighted: [4, 4],
  tilted: [2, 2],
  arc: [3, 3],
  envelope: [3, 12],
  through: [1, 24],
} as const satisfies Readonly<Record<string, readonly [number, number]>>;
export type AnchoredKind = keyof typeof ANCHORED_KINDS;

/** A place that a guide marks, and which way is across it there, of length 1; null where it has no way. */
export interface GuideMark {
  readonly at: Point;
  readonly across: Point | null;
}

/** What a guide shows on its page, millimetres. */
export interface DrawnGuide {
  readonly lines: readonly GuideLine[];
  readonly marks: readonly GuideMark[];
}

export interface GuideOptions {
  /** Into how many parts a line is divided, or how often a distance is stepped off. */
  readonly count?: number | undefined;
  /** How far a centre line is turned to its third place: −1 to 1; straight at 0. */
  readonly turn?: number | undefined;
  /** The paper, which an axis runs across. */
  readonly room: Box;
}

/** The fewest and the most parts or steps. */
export const COUNTS = { least: 2, most: 24 } as const;

const NOTHING: DrawnGuide = { lines: [], marks: [] };

/** The vector of length 1 across the way from one place to another; null where they are one. */
function acrossOf(from: Point, to: Point): Point | null {
  const far = distance(from, to);
  return far > 0 ? { x: (from.y - to.y) / far, y: (to.x - from.x) / far } : null;
}

const bare = (points: readonly Point[]): GuideMark[] => points.map((at) => ({ at, across: null }));

/**
 * The line through two places from beyond one edge of a room to beyond the other; where the two are one, that
 * place.
 */
export function acrossRoom(from: Point, to: Point, room: Box): GuideLine {
  const far = distance(from, to);
  if (far === 0) return straight(from, to);
  const reach =
    Math.hypot(room.maxX - room.minX, room.maxY - room.minY) +
    distance(from, { x: (room.minX + room.maxX) / 2, y: (room.minY + room.maxY) / 2 });
  const way = scale(subtract(to, from), reach / far);
  return straight(subtract(from, way), add(from, way));
}

/** Even marks on the way through two places, from the first of them on. @param last the number of the last */
function evenMarks(from: Point, step: Point, last: number): GuideMark[] {
  const across = acrossOf({ x: 0, y: 0 }, step);
  return Array.from({ length: last + 1 }, (_, k) => ({ at: add(from, scale(step, k)), across }));
}

/**
 * A line from pole to pole of an ellipse that is turned: half of another with the same poles, as wide as the
 * sine of the turn says; straight where nothing is turned.
 */
function centreLine([from, to, side]: readonly [Point, Point, Point], turn: number): DrawnGuide {
  const centre = middle(from, to);
  const [pole, bulge] = [subtract(from, centre), scale(subtract(side, centre), turn)];
  const at = (t: number): Point => {
    const angle = t * Math.PI;
    return add(centre, add(scale(pole, Math.cos(angle)), scale(bulge, Math.sin(angle))));
  };
  const line = turn === 0 ? straight(from, to) : { at, pieces: 48 };
  return { lines: [line], marks: bare([from, to, add(centre, bulge)]) };
}

/** A distance laid at a third place towards a fourth; along the way it was taken where those two are one. */
function carriedDistance([from, to, at, toward]: readonly [Point, Point, Point, Point]): DrawnGuide {
  const length = distance(from, to);
  const [a, b] = distance(at, toward) > 0 ? [at, toward] : [from, to];
  const far = distance(a, b);
  const end = far > 0 ? add(at, scale(subtract(b, a), length / far)) : at;
  const taken = acrossOf(from, to);
  const laid = acrossOf(at, end);
  return {
    lines: [straight(from, to), straight(at, end)],
    marks: [
      { at: from, across: taken },
      { at: to, across: taken },
      { at, across: laid },
      { at: end, across: laid },
    ],
  };
}

/** How long the level line is that a tilt is held against, as a share of its own. */
const LEVEL = 0.7;

/** A tilt: its line, and a level one from where it begins, towards where it leads. */
function tiltedLine(from: Point, to: Point): DrawnGuide {
  const along = LEVEL * distance(from, to) * (to.x < from.x ? -1 : 1);
  return {
    lines: [straight(from, to), straight(from, { x: from.x + along, y: from.y })],
    marks: bare([from, to]),
  };
}

/**
 * The lines and marks of a guide that is laid by places, page millimetres. With fewer places than its kind
 * takes it shows nothing; places that are one show what is left of it.
 */
export function drawnGuide(
  kind: AnchoredKind,
  points: readonly Point[],
  { count = COUNTS.least, turn = 0, room }: GuideOptions,
): DrawnGuide {
  if (points.length < ANCHORED_KINDS[kind][0]) return NOTHING;
  const [a, b, c, d] = points as [Point, Point, Point, Point];
  switch (kind) {
    case 'axis':
      return { lines: [acrossRoom(a, b, room)], marks: bare([a, b, middle(a, b)]) };
    case 'centre':
      return centreLine([a, b, c], turn);
    case 'divided':
      return { lines: [straight(a, b)], marks: evenMarks(a, scale(subtract(b, a), 1 / count), count) };
    case 'stepped': {
      const step = subtract(b, a);
      return { lines: [straight(a, add(a, scale(step, count)))], marks: evenMarks(a, step, count) };
    }
    case 'carried':
      return carriedDistance([a, b, c, d]);
    case 'sighted':
      return {
        lines: [straight(a, b), straight(c, d)],
        marks: [...evenMarks(a, subtract(b, a), 1), ...evenMarks(c, subtract(d, c), 1)],
      };
    case 'tilted':
      return tiltedLine(a, b);
    case 'arc':
      return { lines: arcThrough(a, b, c), marks: bare([a, b, c]) };
    case 'envelope':
      return {
        lines: points.map((p, i) => straight(p, points[(i + 1) % points.length] as Point)),
        marks: bare(points),
      };
    case 'through': {
      const last = points.length - 1;
      const line: GuideLine = { at: (t) => curveAt(points, t * last), pieces: Math.max(1, last * 12) };
      return { lines: last > 0 ? [line] : [], marks: bare(points) };
    }
  }
}
