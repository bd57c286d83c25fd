import type { Point } from '../geometry/point.ts';
import { gaps } from '../mask/gaps.ts';
import { sharedArea, type Mask } from '../mask/mask.ts';
import { outlinesOf } from '../mask/outlines.ts';
import { pairGaps } from '../shape/gap-pairs.ts';
import { FRAME_HEIGHT, inPicture, type ShapeFrame } from './shape-frame.ts';
import type { Degree } from './sureness.ts';

/** A gap that is not as it is in the picture; outlines in the picture's pixels. */
export interface GapOff {
  readonly kind: 'narrow' | 'wide' | 'missing' | 'extra';
  /** The drawing's gap over the picture's, by area; 0 for a missing one, infinite for one that is extra. */
  readonly areas: number;
  readonly sure: Degree;
  /** Empty for a missing one. */
  readonly drawn: readonly (readonly Point[])[];
  /** Empty for one that is extra. */
  readonly reference: readonly (readonly Point[])[];
  /** The middle of the picture's gap, of the drawing's for one that is extra. */
  readonly at: Point;
  /** Where that is: by a landmark, else on a side of the thing. */
  readonly where: string;
}

/** A gap that is this much larger or smaller is so, by area. */
const OTHER_AREA = 1.4;
/** A bay that is open along more than this share of its rim is a dent in the outline, and told as such. */
const DENT = 0.38;
/**
 * One that the other does not have is missing, or extra, where at least this share of it is shut, or
 * opened.
 */
const MOSTLY = 0.6;
/** So many times what is worth a word is clearly so. */
const CLEARLY = 1.5;
/** As many are told at the most. */
const AT_MOST = 3;

/** What a gap measures, pixels of the frame. */
interface Measured {
  readonly area: number;
  readonly rim: number;
  /** What share of the rim is open: 0 for a hole, most of it for a dent in the outline. */
  readonly open: number;
  readonly at: Point;
}

function measured({ width, height, bits }: Mask, figure: Mask): Measured {
  let [area, rim, open, x, y] = [0, 0, 0, 0, 0];
  bits.forEach((bit, i) => {
    if (!bit) return;
    area += 1;
    const [column, row] = [i % width, Math.floor(i / width)];
    x += column + 0.5;
    y += row + 0.5;
    const beside = (j: number, isThere: boolean): void => {
      if (isThere && bits[j]) return;
      rim += 1;
      open += isThere && figure.bits[j] ? 0 : 1;
    };
    beside(i - 1, column > 0);
    beside(i + 1, column < width - 1);
    beside(i - width, row > 0);
    beside(i + width, row < height - 1);
  });
  // Steps along a slanted rim are longer than it: by four over pi, over all directions alike.
  return { area, rim: (rim * Math.PI) / 4, open: open / rim, at: { x: x / area, y: y / area } };
}

/**
 * What is not right about a drawing's gaps, the most for what is worth a word first. Only what was drawn
 * into a gap, or left out round it, counts: where a bay ends on its open side says nothing.
 * @param drawn the drawing's silhouette @param reference the one that it should have
 * @param on.tolerance how much wider or narrower one may be, per cent of the figure's height
 */
export function gapsOff(
  drawn: Mask,
  reference: Mask,
  on: {
    readonly frame: ShapeFrame;
    readonly tolerance: number;
    readonly placeOf: (at: Point) => string;
  },
): GapOff[] {
  const { frame, tolerance, placeOf } = on;
  const found = pairGaps(gaps(drawn), gaps(reference)).flatMap((pair) => {
    const d = pair.drawn && measured(pair.drawn, drawn);
    const r = pair.reference && measured(pair.reference, reference);
    const own = (r ?? d) as Measured;
    if (own.open > DENT) return [];
    const opened = pair.drawn ? sharedArea(pair.drawn, reference) : 0;
    const shut = pair.reference ? sharedArea(pair.reference, drawn) : 0;
    // By how much it is wider: what was opened or shut, over half of its rim.
    const by = (100 * (opened - shut)) / (own.rim / 2) / FRAME_HEIGHT;
    const areas = r ? (r.area + opened - shut) / r.area : Infinity;
    const isOther = r && d ? Math.max(areas, 1 / areas) >= OTHER_AREA : (opened + shut) / own.area >= MOSTLY;
    if (Math.abs(by) < tolerance || !isOther) return [];
    const kind = !d ? 'missing' : !r ? 'extra' : by < 0 ? 'narrow' : 'wide';
    const place = inPicture([[own.at]], frame)[0]?.[0] as Point;
    const gap: GapOff = {
      kind,
      areas: kind === 'missing' ? 0 : areas,
      sure: Math.abs(by) >= CLEARLY * tolerance ? 'clearly' : 'perhaps',
      drawn: pair.drawn ? inPicture(outlinesOf(pair.drawn), frame) : [],
      reference: pair.reference ? inPicture(outlinesOf(pair.reference), frame) : [],
      at: place,
      where: placeOf(place),
    };
    return [{ gap, by }];
  });
  return found
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by))
    .slice(0, AT_MOST)
    .map(({ gap }) => gap);
}
