import {
  compose,
  IDENTITY,
  rotation,
  scaling,
  transformPoint,
  translation,
  type Affine,
} from '../geometry/affine.ts';
import { toRadians } from '../geometry/angle.ts';
import type { Point } from '../geometry/point.ts';

/** Quarter turns, degrees counter-clockwise. */
export const TURNS = [0, 90, 180, 270] as const;
export type Turn = (typeof TURNS)[number];

/** How far a picture can be straightened, degrees either way. */
export const MOST_STRAIGHTENING = 45;
/** The range of the middle point, as the exponent's inverse: 1 leaves the middle where it is. */
export const MIDDLE = { least: 0.2, most: 5 } as const;
/** The most softening, as a share of the picture's longer side. */
export const MOST_SOFT = 0.03;

export interface CropBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/**
 * How a reference is prepared: settings beside the untouched original, carried out in the order in
 * which they stand here. What is left out is left as it is.
 */
export interface Preparation {
  /** Only what lies inside this outline stays, original-picture pixels. */
  readonly outline: readonly Point[] | null;
  /** Turned over, left to right. */
  readonly flip: boolean;
  /** Degrees counter-clockwise. */
  readonly turn: Turn;
  /** Degrees counter-clockwise; the frame keeps its shape and shrinks so that no corner is empty. */
  readonly straighten: number;
  /** In shares of the flipped, turned and straightened frame. */
  readonly crop: CropBox | null;
  readonly grey: boolean;
  /** Values of the picture, 0 to 255, that become black and white; black < white. */
  readonly black: number;
  readonly white: number;
  /** Above 1 the middle becomes lighter, below darker. */
  readonly middle: number;
  /** Standard deviation of the blur, as a share of the original's longer side. */
  readonly soft: number;
}

export const UNTOUCHED: Preparation = {
  outline: null,
  flip: false,
  turn: 0,
  straighten: 0,
  crop: null,
  grey: false,
  black: 0,
  white: 255,
  middle: 1,
  soft: 0,
};

/** Whether a preparation changes nothing. */
export const isUntouched = (p: Preparation): boolean =>
  JSON.stringify({ ...UNTOUCHED, ...p }) === JSON.stringify(UNTOUCHED);

export interface Size {
  readonly width: number;
  readonly height: number;
}

/**
 * The largest frame of the same shape that lies inside a picture straightened by so many degrees, pixels,
 * not rounded; the picture itself for 0.
 */
export function straightFrame({ width, height }: Size, degrees: number): Size {
  const [c, s] = [Math.cos(toRadians(Math.abs(degrees))), Math.sin(toRadians(Math.abs(degrees)))];
  const by = Math.min(width / (width * c + height * s), height / (width * s + height * c));
  return { width: width * by, height: height * by };
}

/**
 * The frame of a prepared picture, whole pixels, and the transform that takes original-picture
 * pixels into it. Lengths keep their size: nothing is enlarged.
 */
export function preparedFrame(
  original: Size,
  { flip, turn, straighten, crop }: Preparation,
): Size & { readonly toPrepared: Affine } {
  const upright = turn % 180 === 0 ? original : { width: original.height, height: original.width };
  const flipped = flip ? compose(translation(original.width, 0), scaling(-1, 1)) : IDENTITY;
  const centred = translation(-original.width / 2, -original.height / 2);
  const straight = straightFrame(upright, straighten);
  const box = crop ?? { x: 0, y: 0, width: 1, height: 1 };
  const corner = { x: Math.round(box.x * straight.width), y: Math.round(box.y * straight.height) };
  const toPrepared = compose(
    translation(straight.width / 2 - corner.x, straight.height / 2 - corner.y),
    rotation(turn + straighten),
    centred,
    flipped,
  );
  return {
    width: Math.max(
      1,
      Math.min(Math.round(box.width * straight.width), Math.floor(straight.width) - corner.x),
    ),
    height: Math.max(
      1,
      Math.min(Math.round(box.height * straight.height), Math.floor(straight.height) - corner.y),
    ),
    toPrepared,
  };
}

/** Whether a place lies in the frame, its edges included. Pixels. */
export const inFrame = ({ width, height }: Size, { x, y }: Point): boolean =>
  x >= 0 && y >= 0 && x <= width && y <= height;

/**
 * Where a place on the original, pixels, lies on the prepared picture, pixels; outside of its frame as well.
 */
export const toPrepared = (original: Size, preparation: Preparation, at: Point): Point =>
  transformPoint(preparedFrame(original, preparation).toPrepared, at);

/**
 * The preparation that shows just the same, turned over left to right. Done twice it gives back the first.
 */
export function mirrored(preparation: Preparation): Preparation {
  const { flip, turn, straighten, crop } = preparation;
  return {
    ...preparation,
    flip: !flip,
    turn: ((360 - turn) % 360) as Turn,
    straighten: straighten === 0 ? 0 : -straighten,
    crop: crop && { ...crop, x: 1 - crop.x - crop.width },
  };
}
