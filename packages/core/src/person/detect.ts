import type { Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import type { Size } from '../reference/preparation.ts';

/**
 * Where people stand in a picture, from what a single-shot detector (Liu et al. 2016) gives out at fixed
 * anchors. The net looks at the whole picture, fitted into a square.
 */

/** Side of the square that the detector looks at, pixels. */
export const DETECTOR_SIDE = 224;
/** Numbers that the detector gives for each anchor: a box and four points, each x and y. */
const FIELDS = 12;
/** Pixels between anchors, a layer each; layers of one stride share their cells. */
const STRIDES = [8, 16, 32, 32, 32] as const;
const ANCHORS_A_LAYER = 2;
/** Least score at which something may be a person. */
const LEAST_SCORE = 0.5;
/** Boxes that overlap by more than this, intersection over union, are one person. */
const SAME = 0.3;
/** How much larger the square to be read is than the circle about the hips that holds a person. */
const ROOM = 1.25;

/** A square of a picture in which one person stands upright: the room in which their joints are read. */
export interface PersonRegion {
  /** Middle of the hips, picture pixels. */
  readonly centre: Point;
  /** Side of the square, picture pixels. */
  readonly side: number;
  /** How far the person is turned from upright, radians, clockwise as seen. */
  readonly turn: number;
  /** How surely a person stands there, 0 to 1. */
  readonly score: number;
}

/** Centres of the detector's anchors as shares of its square, in the order of what it gives out. */
export function detectorAnchors(): Point[] {
  const anchors: Point[] = [];
  for (let layer = 0; layer < STRIDES.length;) {
    const stride = STRIDES[layer] as number;
    let each = 0;
    for (; layer < STRIDES.length && STRIDES[layer] === stride; layer += 1) each += ANCHORS_A_LAYER;
    const cells = Math.ceil(DETECTOR_SIDE / stride);
    for (let y = 0; y < cells; y += 1)
      for (let x = 0; x < cells; x += 1)
        for (let k = 0; k < each; k += 1) anchors.push({ x: (x + 0.5) / cells, y: (y + 0.5) / cells });
  }
  return anchors;
}

/** From shares of the detector's square to pixels of a picture that is fitted into its middle. */
export function fittedSquare({ width, height }: Size): Affine {
  const side = Math.max(width, height);
  return [side, 0, 0, side, (width - side) / 2, (height - side) / 2];
}

/** Others at least this large beside the largest are meant as likely. */
const AS_LARGE = 0.6;

/**
 * Which of several people is meant: the one nearest to a touch, or without one the largest. Null where there
 * is nobody, or where without a touch others are about as large.
 */
export function choosePerson(people: readonly PersonRegion[], touched: Point | null): PersonRegion | null {
  const far = ({ centre, side }: PersonRegion): number =>
    touched ? Math.hypot(centre.x - touched.x, centre.y - touched.y) / side : -side;
  const [best, next] = [...people].sort((a, b) => far(a) - far(b));
  if (!best || (!touched && next && next.side > AS_LARGE * best.side)) return null;
  return best;
}

/** The square about a person by the middle of the hips and a point at the edge of their room. */
export function regionAbout(hips: Point, edge: Point, score: number): PersonRegion {
  const [dx, dy] = [edge.x - hips.x, edge.y - hips.y];
  return {
    centre: hips,
    side: 2 * ROOM * Math.hypot(dx, dy),
    turn: Math.atan2(dx, -dy),
    score,
  };
}

interface Candidate {
  readonly score: number;
  readonly box: readonly [number, number, number, number];
  readonly hips: Point;
  readonly edge: Point;
}

function overlap([ax, ay, aw, ah]: Candidate['box'], [bx, by, bw, bh]: Candidate['box']): number {
  const w = Math.min(ax + aw / 2, bx + bw / 2) - Math.max(ax - aw / 2, bx - bw / 2);
  const h = Math.min(ay + ah / 2, by + bh / 2) - Math.max(ay - ah / 2, by - bh / 2);
  if (!(w > 0) || !(h > 0)) return 0;
  return (w * h) / (aw * ah + bw * bh - w * h);
}

/**
 * People in a picture, the surest first; none where nothing speaks for one. What several anchors say of one
 * person is averaged by their scores.
 * @param raw the detector's boxes, 12 numbers an anchor, detector pixels about the anchor
 * @param logits the detector's scores, one an anchor
 */
export function peopleIn(raw: ArrayLike<number>, logits: ArrayLike<number>, picture: Size): PersonRegion[] {
  const [side, , , , left, top] = fittedSquare(picture);
  const candidates: Candidate[] = [];
  detectorAnchors().forEach((anchor, i) => {
    const score = 1 / (1 + Math.exp(-Math.max(-100, Math.min(100, logits[i] ?? -100))));
    if (!(score >= LEAST_SCORE)) return;
    const field = (k: number): number => (raw[FIELDS * i + k] ?? 0) / DETECTOR_SIDE;
    const place = (k: number): Point => ({
      x: (field(k) + anchor.x) * side + left,
      y: (field(k + 1) + anchor.y) * side + top,
    });
    const { x, y } = place(0);
    candidates.push({
      score,
      box: [x, y, field(2) * side, field(3) * side],
      hips: place(4),
      edge: place(6),
    });
  });
  candidates.sort((a, b) => b.score - a.score);
  const people: PersonRegion[] = [];
  let open = candidates;
  while (open.length > 0) {
    const [best] = open as [Candidate];
    const same = open.filter(({ box }) => overlap(box, best.box) > SAME);
    const sum = same.reduce((total, { score }) => total + score, 0);
    const mean = (of: (c: Candidate) => number): number =>
      same.reduce((total, c) => total + c.score * of(c), 0) / sum;
    people.push(
      regionAbout(
        { x: mean((c) => c.hips.x), y: mean((c) => c.hips.y) },
        { x: mean((c) => c.edge.x), y: mean((c) => c.edge.y) },
        best.score,
      ),
    );
    open = open.filter((c) => c !== best && !same.includes(c));
  }
  return people.filter(({ side: room }) => room > 0);
}
