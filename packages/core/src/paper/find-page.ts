import type { Point } from '../geometry/point.ts';
import type { Quad } from '../geometry/homography.ts';
import { polygonArea } from '../geometry/polygon.ts';
import { candidates, type Candidate } from './candidates.ts';
import { edgesOf } from './edges.ts';
import { pageScore } from './judge-page.ts';
import { linesOf } from './lines.ts';
import { atMost, type Rgb } from './picture.ts';
import { refineCorners } from './refine-corners.ts';

/** Where a page lies in a photo. */
export interface PageFound {
  /** From the left top on clockwise, pixels of the photo. */
  readonly corners: Quad;
  /** 0 to 1: how much speaks for it. */
  readonly sure: number;
}

/** Longer side at which a page is looked for, pixels, and lines looked at. */
const LOOKED = 560;
const LINES = 52;
/** Under this nothing is said to be a page. */
const LEAST_SCORE = 0.5;

/**
 * Four corners from the left top on clockwise, whatever their order was: the side whose middle lies highest
 * is the upper one.
 */
export function inReadingOrder(quad: Quad): Quad {
  const turned = quad.reduce((sum, p, i) => {
    const q = quad[(i + 1) % 4] as Point;
    return sum + (q.x - p.x) * (q.y + p.y);
  }, 0);
  const round = turned < 0 ? quad : ([...quad].reverse() as unknown as Quad);
  const tops = round.map((p, i) => p.y + (round[(i + 1) % 4] as Point).y);
  const first = tops.indexOf(Math.min(...tops));
  return [0, 1, 2, 3].map((i) => round[(first + i) % 4]) as unknown as Quad;
}

interface Judged extends Candidate {
  readonly sure: number;
}

/** Furthest that a corner of one lies from the same corner of the other. */
const quadDistance = (a: Quad, b: Quad): number =>
  Math.max(...a.map((p, i) => Math.hypot(p.x - (b[i] as Point).x, p.y - (b[i] as Point).y)));

/** One that holds the other and is well larger: a page of a spread lies in the spread. */
const holds = (outer: Judged, inner: Judged): boolean =>
  outer.area > 1.5 * inner.area && inner.quad.every((p) => isWithin(outer.quad, p, 6));

/** Whether a place lies in a quadrilateral, or no further than so many pixels out of it. */
function isWithin(quad: Quad, p: Point, out: number): boolean {
  return quad.every((a, i) => {
    const b = quad[(i + 1) % 4] as Point;
    return (
      ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / (Math.hypot(b.x - a.x, b.y - a.y) || 1) > -out
    );
  });
}

/** A larger one that holds the best is taken if so much of its sureness speaks for it. */
const HOLDING = 0.6;
/** Two that differ by more than this share of the diagonal and are about as convincing leave it unsure. */
const OTHER = 0.015;
const AS_GOOD = 0.9;
const DOUBT = 0.6;

/** The most convincing of all, as far as no other is about as convincing. */
function choose(all: readonly Judged[], diagonal: number): { quad: Quad; sure: number } | null {
  const order = [...all].sort((a, b) => b.sure - a.sure);
  let [best] = order;
  if (!best) return null;
  for (const other of order) if (other.sure > HOLDING * best.sure && holds(other, best)) best = other;
  const chosen = best;
  const rival = order.find(
    (other) =>
      other !== chosen &&
      quadDistance(other.quad, chosen.quad) > OTHER * diagonal &&
      !holds(chosen, other) &&
      other.sure > AS_GOOD * chosen.sure,
  );
  return { quad: chosen.quad, sure: rival ? chosen.sure * DOUBT : chosen.sure };
}

/**
 * So many of the most convincing are measured finely; nearer than this share of the diagonal two are the
 * same.
 */
const REFINED = 10;
const SAME = 0.006;

/**
 * Finds the page in a photo: the most convincing quadrilateral of straight edges with paper inside,
 * its sides then measured finely. Pixels of the photo; null where nothing convinces.
 */
export function findPage(photo: Rgb): PageFound | null {
  const { picture, by } = atMost(photo, LOOKED);
  const lines = linesOf(edgesOf(picture), LINES);
  const diagonal = Math.hypot(picture.width, picture.height);
  const rough = candidates(lines, picture.width, picture.height)
    .map((candidate) => ({
      ...candidate,
      quad: inReadingOrder(candidate.quad),
      sure: pageScore(picture, candidate),
    }))
    .sort((a, b) => b.sure - a.sure);
  const distinct: Judged[] = [];
  for (const one of rough)
    if (
      distinct.length < REFINED &&
      distinct.every((other) => quadDistance(other.quad, one.quad) > SAME * diagonal)
    )
      distinct.push(one);
  const fine = distinct.flatMap((one): Judged[] => {
    const refined = refineCorners(
      photo,
      one.quad.map(({ x, y }) => ({ x: (x + 0.5) / by, y: (y + 0.5) / by })) as unknown as Quad,
    );
    if (!refined) return [];
    const quad = refined.corners.map(({ x, y }) => ({ x: x * by - 0.5, y: y * by - 0.5 })) as unknown as Quad;
    const { agreeing } = refined;
    return [
      {
        ...one,
        quad,
        area: polygonArea(quad) / (picture.width * picture.height),
        sure:
          pageScore(picture, { ...one, quad }) *
          (0.5 * (agreeing.reduce((sum, s) => sum + s, 0) / 4) + 0.5 * Math.min(...agreeing)),
      },
    ];
  });
  const best = choose(fine, diagonal);
  if (!best || best.sure < LEAST_SCORE) return null;
  return {
    corners: best.quad.map(({ x, y }) => ({ x: (x + 0.5) / by, y: (y + 0.5) / by })) as unknown as Quad,
    sure: best.sure,
  };
}
