import { compose, IDENTITY, rotation, translation, type Affine } from '../../geometry/affine.ts';
import { momentEllipse, polygonMoments } from '../../geometry/moments.ts';
import type { Point } from '../../geometry/point.ts';
import { shapeOutline, type Fineness } from '../outline.ts';
import type { Shape } from '../shape.ts';
import { apart, roughOutline } from './nearness.ts';
import { settle } from './settle.ts';

/** A form that a loop may stand for: where it lies, and how far it is from the loop. */
export interface Candidate {
  readonly shape: Shape;
  readonly transform: Affine;
  /** Root of the mean square, in the loop's unit. */
  readonly off: number;
}

/**
 * A half circle's ellipse of the same moments is so much longer than wide, and so far in from its flat
 * side.
 */
const HALF_IN = 4 / (3 * Math.PI);

/** The ellipse, and the circle, with a loop's own moments. */
export function rounds(loop: readonly Point[]): Candidate[] {
  const ellipse = momentEllipse(polygonMoments(loop));
  const { centre, major, minor, tilt } = ellipse;
  const there = translation(centre.x, centre.y);
  const radius = Math.sqrt(major * minor);
  const turn = rotation(tilt);
  return [
    { shape: { kind: 'ellipse' as const, rx: major, ry: minor }, transform: compose(there, turn) },
    { shape: { kind: 'circle' as const, rim: { x: radius, y: 0 } }, transform: there },
  ].map(({ shape, transform }) => {
    const at = roughOutline(shape).map(({ x, y }) => ({
      x: transform[0] * x + transform[2] * y + transform[4],
      y: transform[1] * x + transform[3] * y + transform[5],
    }));
    return { shape, transform, off: apart(loop, at) };
  });
}

/** Corners of a half circle's outline that are enough to settle it: always as many. */
const ARC: Fineness = { round: 48, cap: 6, side: 12 };

/** The half circle nearest a loop: begun with the two that have its moments. */
export function halfCircle(loop: readonly Point[], size: number): Candidate {
  const { centre, major, tilt } = momentEllipse(polygonMoments(loop));
  const t = (-tilt * Math.PI) / 180;
  const along = { x: Math.cos(t) * major, y: Math.sin(t) * major };
  const made = (numbers: readonly number[]) => {
    const [ax, ay, bx, by] = numbers as [number, number, number, number];
    return {
      kind: 'half circle',
      ends: [
        { x: ax, y: ay },
        { x: bx, y: by },
      ],
    } as const satisfies Shape;
  };
  const both = [1, -1].map((side) => {
    // The flat side lies to the right of its way.
    const flat = { x: centre.x - side * along.y * HALF_IN, y: centre.y + side * along.x * HALF_IN };
    return [
      flat.x - side * along.x,
      flat.y - side * along.y,
      flat.x + side * along.x,
      flat.y + side * along.y,
    ];
  });
  const [first, second] = both.map((numbers) => ({
    numbers,
    off: apart(loop, roughOutline(made(numbers))),
  })) as [{ numbers: number[]; off: number }, { numbers: number[]; off: number }];
  const begin = first.off <= second.off ? first : second;
  // Far from one it is none, and need not be settled.
  if (begin.off > 0.08 * size) return { shape: made(begin.numbers), transform: IDENTITY, off: begin.off };
  const shape = made(settle(loop, begin.numbers, (all) => shapeOutline(made(all), ARC), size));
  return { shape, transform: IDENTITY, off: apart(loop, roughOutline(shape)) };
}
