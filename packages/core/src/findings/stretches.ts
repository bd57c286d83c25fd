import { distance, type Point } from '../geometry/point.ts';
import { isInside } from '../geometry/polygon.ts';
import type { Strip } from '../shape/outline-distance.ts';
import type { GapOff } from './gaps-off.ts';
import type { Degree } from './sureness.ts';

/** A piece of outline that is off. */
export interface Stretch {
  /** How far, per cent of the figure's height: above 0 too far out, below too far in. */
  readonly size: number;
  readonly sure: Degree;
  /** The piece of outline that lies off: the drawing's where it is too far out, else the picture's. */
  readonly along: readonly Point[];
  /** Its farthest place. */
  readonly at: Point;
  /** Where that is: by a landmark, else on a side of the thing. */
  readonly where: string;
}

/** A stretch begins and ends where it is off by this share of what is worth a word. */
const EDGE = 0.5;
/** What nine tenths of a stretch stay within is how far it is off. */
const MOST = 0.9;
/** Shorter ones are the hand's, parts of the figure's height. */
const SHORTEST = 0.03;
/** So many times what is worth a word is clearly off: between lies how surely a drawing is laid. */
const CLEARLY = 1.5;
/** As many are told at the most. */
const AT_MOST = 4;

interface Run {
  readonly points: readonly Point[];
  readonly off: readonly number[];
}

/** The pieces of a closed strip where an answer about how far off it is holds. */
function runsOf({ points, off }: Strip, holds: (off: number) => boolean): Run[] {
  const count = points.length;
  // Beginning where it does not hold, no piece is cut in two.
  const first = off.findIndex((one) => !holds(one));
  if (first < 0) return [{ points, off }];
  const runs: { points: Point[]; off: number[] }[] = [];
  let open: { points: Point[]; off: number[] } | null = null;
  for (let k = 0; k < count; k += 1) {
    const i = (first + k) % count;
    if (holds(off[i] as number)) {
      if (!open) runs.push((open = { points: [], off: [] }));
      open.points.push(points[i] as Point);
      open.off.push(off[i] as number);
    } else open = null;
  }
  return runs;
}

/** So many steps to either side are taken together where a line is shown: pixels leave stairs. */
const LEVEL = 4;

/** A line without the stairs of its pixels. */
const levelled = (line: readonly Point[]): Point[] =>
  line.map((_, i) => {
    const half = Math.min(LEVEL, i, line.length - 1 - i);
    const near = line.slice(i - half, i + half + 1);
    return {
      x: near.reduce((sum, { x }) => sum + x, 0) / near.length,
      y: near.reduce((sum, { y }) => sum + y, 0) / near.length,
    };
  });

const lengthOf = (line: readonly Point[]): number =>
  line.slice(1).reduce((sum, p, i) => sum + distance(p, line[i] as Point), 0);

/**
 * Where an outline is off by more than is worth a word, the farthest first, each landmark once a way.
 * @param outside along the drawn outline how far it lies outside the picture's, per cent of the height
 * @param inside along the picture's outline how far it lies outside the drawn one, per cent
 * @param on.height of the figure, in the unit of the places
 * @param on.tolerance per cent of the height
 * @param on.told gaps that are told already: what lies in them is not told again
 */
export function stretchesOff(
  outside: readonly Strip[],
  inside: readonly Strip[],
  on: {
    readonly height: number;
    readonly tolerance: number;
    readonly placeOf: (at: Point) => string;
    readonly told: readonly GapOff[];
  },
): Stretch[] {
  const { height, tolerance, placeOf } = on;
  const found = [
    { strips: outside, way: 1 },
    { strips: inside, way: -1 },
  ].flatMap(({ strips, way }) =>
    strips.flatMap((strip) =>
      runsOf(strip, (off) => off > EDGE * tolerance).flatMap(({ points, off }): Stretch[] => {
        const rising = [...off].sort((a, b) => a - b);
        const size = rising[Math.floor(MOST * (rising.length - 1))] as number;
        if (size < tolerance || lengthOf(points) < SHORTEST * height) return [];
        const at = points[off.indexOf(Math.max(...off))] as Point;
        const sure = size >= CLEARLY * tolerance ? 'clearly' : 'perhaps';
        return [{ size: way * size, sure, along: levelled(points), at, where: placeOf(at) }];
      }),
    ),
  );
  const inGap = (at: Point): boolean =>
    on.told.some(({ drawn, reference }) =>
      [...drawn, ...reference].some(
        (outline) => isInside(outline, at) || outline.some((p) => distance(p, at) < SHORTEST * height),
      ),
    );
  const sorted = found.filter(({ at }) => !inGap(at)).sort((a, b) => Math.abs(b.size) - Math.abs(a.size));
  const said = new Set<string>();
  return sorted
    .filter(({ where, size }) => {
      const key = `${where} ${size > 0}`;
      if (said.has(key)) return false;
      said.add(key);
      return true;
    })
    .slice(0, AT_MOST);
}
