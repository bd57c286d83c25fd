import { compose, rotation, scaling, transformPoint, translation, type Affine } from '../geometry/affine.ts';
import { toDegrees } from '../geometry/angle.ts';
import type { Point } from '../geometry/point.ts';
import { regionAbout, type PersonRegion } from './detect.ts';

/** Side of the square in which joints are read, and of the mask that comes with them, pixels. */
export const READER_SIDE = 256;
/** Numbers that the reader gives for each point: x, y, depth, visibility, presence. */
const FIELDS = 5;
/** Points of a person, and two more from which the next region is taken. */
const POINTS = 33;
const [HIPS, EDGE] = [33, 34];

/** The reader's points by what they lie on; left and right are the sitter's. */
export const POINT = {
  nose: 0,
  leftEye: 2,
  rightEye: 5,
  leftEar: 7,
  rightEar: 8,
  leftMouth: 9,
  rightMouth: 10,
  leftShoulder: 11,
  rightShoulder: 12,
  leftElbow: 13,
  rightElbow: 14,
  leftWrist: 15,
  rightWrist: 16,
  leftHip: 23,
  rightHip: 24,
  leftKnee: 25,
  rightKnee: 26,
  leftAnkle: 27,
  rightAnkle: 28,
  leftHeel: 29,
  rightHeel: 30,
  leftToe: 31,
  rightToe: 32,
} as const;

/** Each point's other side, itself where it has none. */
const OTHER = [
  0, 4, 5, 6, 1, 2, 3, 8, 7, 10, 9, 12, 11, 14, 13, 16, 15, 18, 17, 20, 19, 22, 21, 24, 23, 26, 25, 28, 27,
  30, 29, 32, 31,
] as const;

/** The same point on the sitter's other side; itself where it lies in the middle. */
export const otherPoint = (i: number): number => OTHER[i] ?? i;

export interface ReadPoint {
  /** Picture pixels. */
  readonly at: Point;
  /** How likely it is to be seen rather than covered, 0 to 1. */
  readonly visible: number;
  /** How likely it is to lie in the picture at all, 0 to 1. */
  readonly present: number;
}

/** What the reader says of one region. */
export interface PersonReading {
  /** How likely a person stands in the region, 0 to 1. */
  readonly person: number;
  readonly points: readonly ReadPoint[];
  /** How likely each pixel of the region is theirs, as logits, row by row. */
  readonly mask: ArrayLike<number>;
  /** From pixels of the region's square to picture pixels. */
  readonly toPicture: Affine;
  /** The region again, about the person as they were read. */
  readonly next: PersonRegion;
}

const likelihood = (logit: number): number => 1 / (1 + Math.exp(-logit));

/** From pixels of a region's square to picture pixels; turned over left to right where asked. */
export function regionToPicture({ centre, side, turn }: PersonRegion, flipped = false): Affine {
  const scale = side / READER_SIDE;
  return compose(
    translation(centre.x, centre.y),
    rotation(-toDegrees(turn)),
    scaling(flipped ? -scale : scale, scale),
    translation(-READER_SIDE / 2, -READER_SIDE / 2),
  );
}

/**
 * What the reader gave out, in pixels of the picture. Where the square was turned over, left and right are
 * the sitter's all the same.
 * @param out.points 5 numbers a point, region pixels and logits
 * @param out.person a share, 0 to 1
 * @param out.mask logits, 256 × 256
 */
export function readingOf(
  out: { readonly points: ArrayLike<number>; readonly person: number; readonly mask: ArrayLike<number> },
  region: PersonRegion,
  flipped: boolean,
): PersonReading {
  const toPicture = regionToPicture(region, flipped);
  const at = (i: number): Point =>
    transformPoint(toPicture, {
      x: out.points[FIELDS * i] ?? NaN,
      y: out.points[FIELDS * i + 1] ?? NaN,
    });
  return {
    person: out.person,
    points: Array.from({ length: POINTS }, (_, i): ReadPoint => {
      const from = flipped ? otherPoint(i) : i;
      return {
        at: at(from),
        visible: likelihood(out.points[FIELDS * from + 3] ?? 0),
        present: likelihood(out.points[FIELDS * from + 4] ?? 0),
      };
    }),
    mask: out.mask,
    toPicture,
    next: regionAbout(at(HIPS), at(EDGE), out.person),
  };
}
