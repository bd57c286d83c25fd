import { compose, invert, transformPoint, type Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { filled } from '../mask/fill.ts';
import { hullMask } from '../mask/gaps.ts';
import { areaOf, type Mask } from '../mask/mask.ts';
import { outlinesOf } from '../mask/outlines.ts';
import { drawnSilhouette } from '../shape/drawn-silhouette.ts';
import {
  evenSteps,
  outlineDistance,
  signedDistances,
  stripsAlong,
  type Strip,
} from '../shape/outline-distance.ts';
import { overlapOf, small } from '../shape/overlap.ts';
import { refitted } from '../shape/refit.ts';
import { bentMask, type Carried } from '../shape/warp.ts';
import { gapsOff, type GapOff } from './gaps-off.ts';
import { nearestName, sideOf } from './nearest.ts';
import { FRAME_HEIGHT, frameRound, inFrame, inPicture, type ShapeFrame } from './shape-frame.ts';
import { stretchesOff, type Stretch } from './stretches.ts';

/** What belongs to the thing: all that lies within an odd number of these outlines. Pixels of the picture. */
export type Outlines = readonly (readonly Point[])[];

/** The shape of a drawing beside its picture's, both in the picture's pixels. */
export interface ShapeReport {
  readonly drawn: Outlines;
  readonly reference: Outlines;
  /** How the drawing, as the check lays it, is moved so that its outline lies on the picture's. */
  readonly nearer: Affine;
  /** Area of what both hold over area of what either does, 0 to 1: as they are, and seen small. */
  readonly shared: number;
  readonly sharedSmall: number;
  /** The drawing's area over the picture's. */
  readonly areas: number;
  /** How far the outlines lie apart, per cent of the figure's height: the mean, and what 95 % stay within. */
  readonly apart: { readonly mean: number; readonly most: number };
  /** Where the outline is off by more than is worth a word and nothing else accounts for it. */
  readonly stretches: readonly Stretch[];
  /** Gaps that are too wide, too narrow, missing or extra. */
  readonly gaps: readonly GapOff[];
}

/** What is told of a drawing's shape; why nothing is, where nothing is. */
export type ShapeAnswer =
  | { readonly told: ShapeReport }
  | { readonly told: null; readonly why: 'picture not known' | 'open outline' };

/** An opening as wide as this is closed, parts of the figure's height. */
const REACH = 0.04;
/**
 * So far any place of a drawing may be moved to lie on its picture by its outline, parts of the height:
 * where it is laid by its landmarks, and where it is laid by its lines alone.
 */
const NUDGED = { byLandmarks: 0.06, byLines: 0.15 };
/** So many rows a silhouette has that is seen small. */
const SMALL = 64;
/** A drawing that covers less of its picture's silhouette, or shares less with it, is not closed. */
const [LEAST_COVERED, LEAST_SHARED] = [0.5, 0.4];
/**
 * An enclosed place outside the picture's hull that is larger than this, parts of its silhouette, is
 * paper.
 */
const LARGEST_EXTRA = 0.25;

/** Whether an enclosed place of a drawing is seen through, by what the picture shows there. */
function gapsBy(expected: Mask): (pixels: Int32Array) => boolean {
  const [hull, area] = [hullMask(expected), areaOf(expected)];
  return (pixels) => {
    let [ground, within] = [0, 0];
    for (const i of pixels) {
      ground += expected.bits[i] ? 0 : 1;
      within += !expected.bits[i] && hull.bits[i] ? 1 : 0;
    }
    if (2 * ground < pixels.length) return false;
    return 2 * within >= pixels.length || pixels.length > LARGEST_EXTRA * area;
  };
}

interface Looked {
  readonly frame: ShapeFrame;
  /** The picture's silhouette. */
  readonly reference: Mask;
  /** The picture's silhouette bent to where the drawing's parts lie: what is told of them already. */
  readonly expected: Mask;
  readonly carried: readonly Carried[];
  readonly drawn: Mask;
  /** How the drawing is moved and scaled so that its outline comes to lie on the picture's; in the frame. */
  readonly nearer: Affine;
  readonly shared: number;
}

/** A drawing and a silhouette of its picture in one frame. */
interface Framed {
  readonly frame: ShapeFrame;
  readonly reference: Mask;
  readonly laid: readonly (readonly Point[])[];
}

function framed(lines: readonly (readonly Point[])[], outlines: Outlines, height: number): Framed | null {
  const frame = frameRound(outlines, height);
  if (!frame) return null;
  const reference = filled(inFrame(outlines, frame), frame.width, frame.height);
  return { frame, reference, laid: inFrame(lines, frame) };
}

/** What a drawing encloses, where it is held against a silhouette. */
const enclosedBy = (
  laid: readonly (readonly Point[])[],
  { frame: { width, height } }: Framed,
  expected: Mask,
): Mask => drawnSilhouette(laid, { width, height, reach: REACH * FRAME_HEIGHT, isGap: gapsBy(expected) });

/** A drawing held against a silhouette that is bent to where its parts are told to lie. */
function heldAgainst(on: Framed, carried: readonly Carried[], nudged: number): Looked {
  const { frame, reference, laid } = on;
  const places = carried.map(({ from, to }) => {
    const [p, q] = inFrame([[from, to]], frame)[0] as [Point, Point];
    return { from: p, to: q };
  });
  const expected = carried.length > 0 ? bentMask(reference, places) : reference;
  const rough = outlinesOf(enclosedBy(laid, on, expected)).flatMap((outline) => evenSteps(outline, 2));
  const nearer = refitted(rough, signedDistances(expected), nudged * FRAME_HEIGHT);
  const moved = laid.map((line) => line.map((p) => transformPoint(nearer, p)));
  const drawn = enclosedBy(moved, on, expected);
  const shared = overlapOf(drawn, expected)?.shared ?? 0;
  return { frame, reference, expected, carried, drawn, nearer, shared };
}

/** The one that is shared most, the first of several alike; null of none. */
const mostShared = <T extends { readonly shared: number }>(list: readonly T[]): T | null =>
  list.reduce<T | null>((best, one) => (best && best.shared >= one.shared ? best : one), null);

/**
 * The shape of a drawing beside its picture's.
 * @param lines of the drawing, laid on the picture, its pixels
 * @param silhouettes of the picture: each a way in which the thing may be drawn, with what it holds or
 * without
 * @param on.height of the figure, the picture's pixels
 * @param on.tolerance how far an outline may be off, per cent of the height
 * @param on.meant where parts of the picture are meant to lie; empty where nothing is meant otherwise
 * @param on.untold names of landmarks by which nothing is said
 * @param on.carried where parts of the picture lie in the drawing, as far as that is told already
 * @param on.places landmarks of the picture by name, to say where something is
 * @param on.laid how the drawing was laid on the picture: by its lines alone it may lie less well
 */
export function shapeOf(
  lines: readonly (readonly Point[])[],
  silhouettes: readonly Outlines[],
  on: {
    readonly height: number;
    readonly tolerance: number;
    readonly meant: readonly Carried[];
    readonly untold: ReadonlySet<string>;
    readonly carried: readonly Carried[];
    readonly places: ReadonlyMap<string, Point>;
    readonly laid: 'by landmarks' | 'by lines';
  },
): ShapeAnswer {
  const { height, tolerance, places } = on;
  const likeliest = mostShared(
    silhouettes.flatMap((outlines) => {
      const on = framed(lines, outlines, height);
      if (!on) return [];
      const rough = enclosedBy(on.laid, on, on.reference);
      return [{ ...on, shared: overlapOf(rough, on.reference)?.shared ?? 0 }];
    }),
  );
  if (!likeliest) return { told: null, why: 'picture not known' };
  const nudged = NUDGED[on.laid === 'by landmarks' ? 'byLandmarks' : 'byLines'];
  // What is told already is believed as far as it accounts for the outline.
  const looked = mostShared([
    heldAgainst(likeliest, on.meant, nudged),
    ...(on.carried.length > 0 ? [heldAgainst(likeliest, on.carried, nudged)] : []),
  ]);
  if (!looked || areaOf(looked.reference) === 0) return { told: null, why: 'picture not known' };
  const { frame, reference, expected, carried, drawn } = looked;
  const [asTold, overlap] = [overlapOf(drawn, expected), overlapOf(drawn, reference)];
  if (!asTold || !overlap || asTold.areas < LEAST_COVERED || asTold.shared < LEAST_SHARED)
    return { told: null, why: 'open outline' };
  const percent = (pixels: number): number => (100 * pixels) / FRAME_HEIGHT;
  const [drawnLines, pictured] = [outlinesOf(drawn), outlinesOf(reference)];
  const fromPicture = signedDistances(reference);
  const toPicture = stripsAlong(drawnLines, fromPicture, 1);
  const toDrawing = signedDistances(drawn);
  const apart = outlineDistance(toPicture, stripsAlong(pictured, toDrawing, 1));
  const inPercent = (strip: Strip): Strip => ({
    points: inPicture([strip.points], frame)[0] as Point[],
    off: strip.off.map(percent),
  });
  // Where they lie in the drawing, as far as that is told.
  const moved = new Map(carried.map(({ from, to }) => [`${from.x} ${from.y}`, to]));
  const own = new Map([...places].map(([name, at]) => [name, moved.get(`${at.x} ${at.y}`) ?? at]));
  const whole = inPicture(pictured, frame);
  const placeOf = (at: Point): string => {
    const name = nearestName(at, own, height);
    return name ? `by the ${name}` : sideOf(at, whole.flat());
  };
  const untold = new Set([...on.untold].map((name) => `by the ${name}`));
  const isTold = ({ where }: { readonly where: string }): boolean => !untold.has(where);
  const off = gapsOff(drawn, expected, { frame, tolerance, placeOf });
  const [outside, inside] = [
    stripsAlong(drawnLines, expected === reference ? fromPicture : signedDistances(expected), 1).map(
      inPercent,
    ),
    stripsAlong(outlinesOf(expected), toDrawing, 1).map(inPercent),
  ];
  return {
    told: {
      nearer: compose(invert(frame.toFrame), looked.nearer, frame.toFrame),
      drawn: inPicture(drawnLines, frame),
      reference: whole,
      shared: overlap.shared,
      sharedSmall: overlapOf(small(drawn, SMALL), small(reference, SMALL))?.shared ?? 0,
      areas: overlap.areas,
      apart: { mean: percent(apart?.mean ?? 0), most: percent(apart?.most ?? 0) },
      stretches: stretchesOff(outside, inside, { height, tolerance, placeOf, told: off }).filter(isTold),
      gaps: off.filter(isTold),
    },
  };
}

/** So many places of a line between two landmarks are carried along with them. */
const BETWEEN = [0.2, 0.4, 0.6, 0.8];

/**
 * Where the lines between landmarks of a picture lie in a drawing, from where their ends do.
 * @param ends pairs of places: of the picture, and of the drawing laid on it
 * @param lines names of the ends of each line; one of which an end is not known is left out
 */
export function carriedLines(
  ends: ReadonlyMap<string, Carried>,
  lines: readonly (readonly [string, string])[],
): Carried[] {
  const between = lines.flatMap(([first, second]) => {
    const [a, b] = [ends.get(first), ends.get(second)];
    if (!a || !b) return [];
    const along = (p: Point, q: Point, t: number): Point => ({
      x: p.x + t * (q.x - p.x),
      y: p.y + t * (q.y - p.y),
    });
    return BETWEEN.map((t) => ({ from: along(a.from, b.from, t), to: along(a.to, b.to, t) }));
  });
  return [...ends.values(), ...between];
}
