import ClipperLib, { type ClipType, type Paths, type PolyFillType } from 'clipper-lib';
import type { Point } from './point.ts';
import { isInside, polygonArea, thinned } from './polygon.ts';

/**
 * Closed outlines that enclose an area together, millimetres: a place within an odd number of them is within
 * it, so one inside another is a hole. Empty where there is nothing. No two of them meet but in a corner.
 */
export type Area = readonly (readonly Point[])[];

/** Steps to a millimetre in which areas are put together: corners lie on these. */
const STEPS = 1000;
/** What is smaller than this is no part of an area and no hole in it, square millimetres. */
const LEAST = 0.01;
/** Most outlines of an area: of more the smallest are left out. */
export const MOST_OUTLINES = 2000;
/** Most corners of one outline, and how far they may be left out of it at first where there are more, mm. */
const MOST_CORNERS = 4000;
const TOLERANCE = 0.005;

const whole = (area: Area): Paths =>
  area.map((outline) => outline.map(({ x, y }) => ({ X: Math.round(x * STEPS), Y: Math.round(y * STEPS) })));

function fewEnough(outline: readonly Point[]): readonly Point[] {
  let few = outline;
  for (let by = TOLERANCE; few.length > MOST_CORNERS; by *= 2) few = thinned(outline, by);
  return few;
}

const { ctUnion, ctDifference, ctIntersection } = ClipperLib.ClipType;
const { pftEvenOdd, pftNonZero } = ClipperLib.PolyFillType;

/**
 * Puts two areas together by the sweep of Vatti (1992), as Johnson's Clipper has it, on whole numbers:
 * corners are rounded to a thousandth of a millimetre each time, and nothing else is lost.
 */
function put(type: ClipType, a: Area, b: Area, rule: PolyFillType = pftEvenOdd): Area {
  const clipper = new ClipperLib.Clipper();
  clipper.StrictlySimple = true;
  clipper.AddPaths(whole(a), ClipperLib.PolyType.ptSubject, true);
  clipper.AddPaths(whole(b), ClipperLib.PolyType.ptClip, true);
  const paths: Paths = [];
  clipper.Execute(type, paths, rule, rule);
  const outlines = paths
    .map((path) => fewEnough(path.map(({ X, Y }) => ({ x: X / STEPS, y: Y / STEPS }))))
    .filter((outline) => polygonArea(outline) >= LEAST);
  if (outlines.length <= MOST_OUTLINES) return outlines;
  return outlines.sort((a, b) => polygonArea(b) - polygonArea(a)).slice(0, MOST_OUTLINES);
}

/** What one closed line goes round at least once, however often it crosses itself; empty where it is flat. */
export const areaWithin = (outline: readonly Point[]): Area => put(ctUnion, [outline], [], pftNonZero);

/** What lies in one of two areas or in both. */
export const joined = (a: Area, b: Area): Area => put(ctUnion, a, b);

/*
 * Of areas as these functions make them, holes go round the other way than what they lie in: so many are
 * put together at once.
 */

/** What lies in any of these. */
export const allOf = (areas: readonly Area[]): Area => put(ctUnion, areas.flat(), [], pftNonZero);

/** What lies in the first and in none of the others. */
export const cutFromAll = (a: Area, others: readonly Area[]): Area =>
  put(ctDifference, a, others.flat(), pftNonZero);

/** What lies in the first and not in the second. */
export const cutFrom = (a: Area, b: Area): Area => put(ctDifference, a, b);

/** What lies in both. */
export const shared = (a: Area, b: Area): Area => put(ctIntersection, a, b);

/** Whether a place lies within an area; either may be said of one on an edge. */
export const isWithin = (rings: Area, p: Point): boolean =>
  rings.filter((outline) => isInside(outline, p)).length % 2 === 1;

/** Square millimetres: holes go round the other way than what they lie in, as these functions make them. */
export const areaSize = (rings: Area): number =>
  Math.abs(
    rings.reduce(
      (sum, outline) =>
        sum +
        outline.reduce((twice, p, i) => {
          const q = outline[(i + 1) % outline.length] as Point;
          return twice + p.x * q.y - q.x * p.y;
        }, 0) /
          2,
      0,
    ),
  );
