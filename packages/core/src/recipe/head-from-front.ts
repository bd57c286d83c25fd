import { translation } from '../geometry/affine.ts';
import type { Shape } from '../forms/shape.ts';
import type { Estimate } from './estimate.ts';
import type { Recipe, RecipePart } from './recipe.ts';

/**
 * A head from the front by circles and quarters. Sources: the thirds of a face, from the chin to below the
 * nose, on to between the brows and on to the hairline (Vitruvius, De Architectura III 1); the hairline a
 * fifth of the head below its crown (the same: the face is a tenth of the whole, the head an eighth); the
 * eyes halfway up, five of their widths across the head (any drawing school's rule). It is no one's likeness,
 * but where one begins.
 */
export const HEAD_SOURCE =
  'Thirds of the face after Vitruvius, De Architectura III 1; eyes halfway, five eye widths across.';

/** Heights from the crown down, in heads: the face is 8/10 of the head, and has three equal parts. */
const FACE = 8 / 10;
const HAIRLINE = 1 - FACE;
const BROW = HAIRLINE + FACE / 3;
const NOSE_FOOT = HAIRLINE + (2 * FACE) / 3;
const EYES = 1 / 2;
/** How wide a head is beside its height, by five eyes of equal width. */
const WIDTH = 2 / 3;
const EYE = WIDTH / 5;
/** The mouth's line parts the last third by one to two. */
const MOUTH = NOSE_FOOT + FACE / 9;

const exact = (mean: number): Estimate => ({ mean, spread: null, interval: null, of: 1 });

/** A part of these measures, its middle so far to the right of the head's and so far below its crown. */
function part(
  name: string,
  shape: Shape,
  [length, width, tilt]: readonly [number, number | null, number | null],
  [x, down]: readonly [number, number],
): RecipePart {
  return {
    name,
    shape,
    transform: translation(x, down - 0.5),
    length: exact(length),
    width: width === null ? null : exact(width),
    tilt: tilt === null ? null : exact(tilt),
    x: exact(x),
    y: exact(down - 0.5),
    varies: null,
  };
}

const upright = (length: number, width: number): Shape => ({
  kind: 'ellipse',
  rx: width / 2,
  ry: length / 2,
});
const level = (length: number, width: number): Shape => ({ kind: 'ellipse', rx: length / 2, ry: width / 2 });
const lineAcross = (length: number): Shape => ({
  kind: 'line',
  points: [
    { x: -length / 2, y: 0 },
    { x: length / 2, y: 0 },
  ],
});

/** The skull's ball sits in the upper part and is as wide as the head. */
const SKULL = WIDTH;
const NOSE = NOSE_FOOT - BROW;

export const HEAD_FROM_FRONT: Recipe = {
  unit: 'head',
  traces: 0,
  parts: [
    part('head', upright(1, WIDTH), [1, WIDTH, 90], [0, 0.5]),
    part('skull', { kind: 'circle', rim: { x: SKULL / 2, y: 0 } }, [SKULL, SKULL, null], [0, SKULL / 2]),
    part(
      'centre line',
      {
        kind: 'line',
        points: [
          { x: 0, y: -0.5 },
          { x: 0, y: 0.5 },
        ],
      },
      [1, null, 90],
      [0, 0.5],
    ),
    part('hairline', lineAcross(WIDTH * 0.8), [WIDTH * 0.8, null, 0], [0, HAIRLINE]),
    part('brow line', lineAcross(WIDTH), [WIDTH, null, 0], [0, BROW]),
    part('eye line', lineAcross(WIDTH), [WIDTH, null, 0], [0, EYES]),
    // One sees the sitter: her right eye lies on the left.
    part('right eye', level(EYE, EYE / 2), [EYE, EYE / 2, 0], [-EYE, EYES]),
    part('left eye', level(EYE, EYE / 2), [EYE, EYE / 2, 0], [EYE, EYES]),
    part('nose', upright(NOSE, EYE), [NOSE, EYE, 90], [0, (BROW + NOSE_FOOT) / 2]),
    part('mouth', level(1.5 * EYE, EYE / 2), [1.5 * EYE, EYE / 2, 0], [0, MOUTH]),
    part('right ear', upright(NOSE, EYE * 0.6), [NOSE, EYE * 0.6, 90], [-WIDTH / 2, (BROW + NOSE_FOOT) / 2]),
    part('left ear', upright(NOSE, EYE * 0.6), [NOSE, EYE * 0.6, 90], [WIDTH / 2, (BROW + NOSE_FOOT) / 2]),
  ],
  character: [],
  equal: [
    { a: { part: 'nose', of: 'width' }, b: { part: 'left eye', of: 'length' }, ratio: exact(1) },
    { a: { part: 'left ear', of: 'length' }, b: { part: 'nose', of: 'length' }, ratio: exact(1) },
  ],
};
