import { boxOf, boxOfLists, longerSide, type Box } from '../geometry/box.ts';
import { determinant, invert, scaleOf, transformPoint, type Affine } from '../geometry/affine.ts';
import { scale as times, type Point } from '../geometry/point.ts';
import { inkOf, STEP, type Ink } from './ink.ts';
import {
  ALONE_BELIEF,
  beliefIn,
  bonesDrawn,
  evidenceOf,
  LEAST_BELIEF,
  mayBeTold,
  notDrawn,
  SURE_BELIEF,
  TOLD_BELIEF,
  type Evidence,
} from './judge.ts';
import { landmarkDoubts } from './doubts.ts';
import { figureModels, flippedModel, type LineModel } from './line-model.ts';
import {
  COARSE,
  ENDING,
  FINE,
  POINT_WEIGHT,
  refine,
  stanceAt,
  type Pin,
  type Refined,
  type Stance,
} from './refine.ts';
import { lineEnds } from './line-ends.ts';
import { swungLimbs, type Swung } from './reach.ts';
import { findStarts, roughCost, startsNear, type Pose, type Start } from './search.ts';
import { netModels, netSkeleton } from './net-body.ts';
import { figureSkeleton, type PictureLine, type Skeleton, type SkeletonLandmark } from './skeleton.ts';

/** What is known of the figure that was drawn. */
export interface InkReference {
  /** Original-picture pixels, those that are hidden included. */
  readonly landmarks: readonly SkeletonLandmark[];
  /** The figure's height, pixels. */
  readonly height: number;
  /** Of what is no figure: its picture's lines, pixels, and through which landmarks a hand draws lines. */
  readonly lines?: readonly PictureLine[];
  readonly sticks?: readonly (readonly string[])[];
}

/** The manners in which a body is drawn, as models of lines. */
export const modelsOf = (body: Skeleton): LineModel[] => (body.lines ? netModels(body) : figureModels(body));

/**
 * The body that a reference is held against a drawing as; null where too little is known of it: no landmarks,
 * or a picture in which no line is to be seen.
 */
export function bodyOf({ landmarks, height, lines, sticks }: InkReference): Skeleton | null {
  const body = lines ? netSkeleton(landmarks, lines, height, sticks) : figureSkeleton(landmarks, height);
  return body && modelsOf(body).length > 0 ? body : null;
}

/** A landmark where the desk sees it in a drawing. */
export interface FoundLandmark {
  readonly name: string;
  /** In the unit of the drawing. */
  readonly at: Point;
  /** Where the ink alone would have it, with less regard to how the reference is: what a check asks for. */
  readonly byInk: Point;
  /** Standard deviation in each direction, the same unit. */
  readonly spread: number;
}

/** How a drawing is read. */
export interface FoundInInk {
  readonly landmarks: readonly FoundLandmark[];
  /** Covariance of their places, x and y of each in turn, in that unit squared. */
  readonly covariance: readonly (readonly number[])[];
  /** In which manner of line it is drawn: as a model of lines calls it. */
  readonly manner: string;
  /** Names of landmarks that the drawing leaves out. */
  readonly notDrawn: readonly string[];
  /** Whether it is drawn the other way round; `alike` where it fits about as well either way. */
  readonly mirrored: boolean;
  readonly alike: boolean;
  /** Original-picture pixels to the drawing: where the reference lies under it as a whole. */
  readonly toDrawing: Affine;
  readonly evidence: Evidence;
}

export type InkAnswer =
  | { readonly found: FoundInInk }
  | {
      readonly found: null;
      readonly why: 'no ink' | 'no landmarks' | 'other';
      readonly evidence: Evidence | null;
    };

/** A landmark that the student has set: it stays, and the rest is found anew round it. */
export interface SetLandmark {
  readonly name: string;
  readonly at: Point;
  readonly spread: number;
}

/** How many starts a model has in each handedness, and how many are bent coarsely (in each) and finely. */
const STARTS = 2;
const COARSELY = 4;
const FINELY = 2;
/**
 * Only starts that cost less than so many times the best of their handedness are bent. Of 281 made drawings
 * one had its best reading from one that cost more than 1.07 times.
 */
const PROMISING = 1.3;
/** Every so many-th point of the ink in the coarse round. */
const COARSE_STRIDE = 3;
/**
 * By how much a flipped reading must be better: most drawings are not flipped. Of 248 made drawings of
 * figures in a steady hand that were not none seemed so by over 3.8, of 177 in a loose one the last in a
 * hundred by 4.3 to 8.2. Of flipped ones one in twenty did by less than 5, nearly all of one figure that is
 * seen from above; of these it is said that they fit about as well either way.
 * Of what is no figure, much is nearly symmetric: of made drawings none that was not flipped seemed so by
 * over 13. Flipped ones did by 21 and more, but for things as good as symmetric, whose flip is then not told.
 */
const FLIP_PRICE = { figure: 5.5, net: 17 };
/** Below this difference of scores a drawing fits as well either way round. */
const ALIKE = 4;
/** By how much a rival's score must be better. */
const RIVAL = 5;
/** So many of the references that it might be of are looked at closely. */
const RIVALS = 3;
/** How often the ends of lines are looked for, each time from where the limbs lie then. */
const END_ROUNDS = 2;
/** Fewer points than this are no drawing. */
const FEWEST_POINTS = 24;

interface Try {
  readonly start: Start;
  readonly model: LineModel;
  readonly result: Refined;
  readonly score: number;
}

/** How well a reading accounts for the ink, at what strain. */
const scoreOf = (result: Refined, start: Start, { weight, flipPrice }: Frame): number =>
  weight * result.likelihood - result.strain - (start.flipped ? flipPrice : 0);

/** The frame in which all is computed: the ink's middle at 0, 0, its height that of the reference's. */
interface Frame {
  readonly middle: Point;
  readonly scale: number;
  /** What all of the ink says together, in points that speak for themselves. */
  readonly weight: number;
  readonly flipPrice: number;
}

interface Framed {
  readonly frame: Frame;
  readonly ink: Ink;
  readonly skeleton: Skeleton;
  /** What lies at 0, 0 of the frame: parts of the reference's height. */
  readonly centre: Point;
}

interface Readings {
  readonly best: Try;
  /** The same, its limbs as long as their lines are: for where landmarks are, no matter what it is. */
  readonly ended: () => Refined;
  /** The best of the coarse round. */
  readonly coarse: Try;
  /** By how much the best reading is better than the best of the other handedness. */
  readonly otherWay: number;
}

function frameOf(ink: Ink, skeleton: Skeleton): Framed | null {
  const drawn = boxOfLists(ink.count, ink.x, ink.y) as Box;
  const known = boxOf(skeleton.lines?.flatMap(({ points }) => points) ?? []) ?? (boxOf(skeleton.at) as Box);
  const height = known.maxY - known.minY;
  const scale = (drawn.maxY - drawn.minY) / (height > 0 ? height : 1);
  if (!(scale > 0)) return null;
  const middle = { x: (drawn.minX + drawn.maxX) / 2, y: (drawn.minY + drawn.maxY) / 2 };
  const centre = { x: (known.minX + known.maxX) / 2, y: (known.minY + known.maxY) / 2 };
  const moved = ({ x, y }: Point): Point => ({ x: x - centre.x, y: y - centre.y });
  return {
    frame: {
      middle,
      scale,
      weight: POINT_WEIGHT * ink.count * (ink.step / (STEP * longerSide(drawn))),
      flipPrice: FLIP_PRICE[skeleton.lines ? 'net' : 'figure'],
    },
    ink: {
      ...ink,
      x: ink.x.map((x) => (x - middle.x) / scale),
      y: ink.y.map((y) => (y - middle.y) / scale),
      step: ink.step / scale,
    },
    skeleton: {
      ...skeleton,
      at: skeleton.at.map(moved),
      ...(skeleton.lines && {
        lines: skeleton.lines.map(({ points, weight }) => ({ points: points.map(moved), weight })),
      }),
    },
    centre,
  };
}

/** Every so many-th point of ink. */
function thinned(ink: Ink, by: number): Ink {
  const count = Math.ceil(ink.count / by);
  const take = (list: Float64Array): Float64Array =>
    Float64Array.from({ length: count }, (_, i) => list[i * by] as number);
  return { count, x: take(ink.x), y: take(ink.y), dx: take(ink.dx), dy: take(ink.dy), step: ink.step * by };
}

/** A body in the frame of the ink, as it is drawn in one manner. */
interface Laid extends Framed {
  readonly model: LineModel;
}

function laidIn(framed: Framed | null, manner: string): Laid | null {
  const model = framed && modelsOf(framed.skeleton).find((m) => m.manner === manner);
  return framed && model ? { ...framed, model } : null;
}

/**
 * Whether one of some other references would account for the ink clearly better, drawn in the same manner:
 * scores are held against each other across frames. Only those are looked at closely that a rough laying
 * already prefers to the reading's own body.
 * @param score the reading's own, across frames
 */
function isRivalBetter(
  raw: Ink,
  framed: Framed,
  others: readonly InkReference[],
  manner: string,
  score: number,
): boolean {
  const own = laidIn(framed, manner);
  const bound = own ? roughCost(own.ink, own.skeleton, own.model) : Infinity;
  return others
    .flatMap((other) => {
      const body = bodyOf(other);
      const rival = laidIn(body && frameOf(raw, body), manner);
      if (!rival) return [];
      const cost = roughCost(rival.ink, rival.skeleton, rival.model, bound);
      return cost < bound ? [{ rival, cost }] : [];
    })
    .sort((a, b) => a.cost - b.cost)
    .slice(0, RIVALS)
    .some(({ rival }) => scoreOfRival(rival) > score + RIVAL);
}

function scoreOfRival({ ink, skeleton, frame, model }: Laid): number {
  const few = thinned(ink, COARSE_STRIDE);
  const scores = findStarts(ink, skeleton, [model], 1).map((start) => {
    const bent = refine(
      start.flipped ? flippedModel(model) : model,
      skeleton,
      few,
      stanceAt(start, skeleton),
      start.flipped,
      COARSE,
    );
    return acrossFrames(scoreOf(bent, start, frame), frame);
  });
  return Math.max(-Infinity, ...scores);
}

/** A score that does not depend on the frame's scale: likelihood per area of the drawing itself. */
const acrossFrames = (score: number, { scale, weight }: Frame): number =>
  score - 2 * weight * Math.log(scale);

/**
 * A limb is swung for this gain of the score, and this much ink newly accounted for: parts of the height, and
 * as a share of the limb's own length.
 */
const [SWING_GAIN, SWING_INK, SWING_SHARE] = [6, 0.07, 0.3];
/** The same for a limb whose second bone has no ink: the first may lie on some of it already. */
const [ENDLESS_GAIN, ENDLESS_INK] = [3, 0.03];
/** Whether a reading with a limb swung is so much better that it was drawn there, and not left out. */
function isWorthSwinging(
  before: Try,
  after: Try,
  { count, step }: Ink,
  { long, endless }: Pick<Swung, 'long' | 'endless'>,
): boolean {
  const newly = (after.result.explained - before.result.explained) * count * step;
  return endless
    ? after.score > before.score + ENDLESS_GAIN && newly > ENDLESS_INK
    : after.score > before.score + SWING_GAIN && newly > Math.max(SWING_INK, SWING_SHARE * long);
}

/**
 * The best readings of a drawing, the best first: at least one of either handedness among the coarse ones.
 */
function readings(
  { ink, skeleton, frame }: Framed,
  pins: readonly Pin[],
  laid: (Pose & Pick<Start, 'flipped'>) | null,
): Readings {
  const models = modelsOf(skeleton);
  const flipped = models.map(flippedModel);
  const starts = laid ? startsNear(ink, skeleton, models, laid) : findStarts(ink, skeleton, models, STARTS);
  const chosen = [true, false].flatMap((way) => {
    const own = starts.filter((s) => s.flipped === way);
    return own.filter((s) => s.cost <= PROMISING * (own[0] as Start).cost).slice(0, COARSELY);
  });
  const few = thinned(ink, COARSE_STRIDE);
  const bend = (start: Start, from: Stance, on: Ink, widths: typeof COARSE | typeof FINE): Try => {
    const model = (start.flipped ? flipped : models)[start.model] as LineModel;
    const result = refine(model, skeleton, on, from, start.flipped, widths, pins);
    return { start, model, result, score: scoreOf(result, start, frame) };
  };
  /** The same, forearms and shins drawn to where their lines end. */
  const ended = ({ start: { flipped: way }, model, result }: Try): Refined => {
    let now = result;
    for (let round = 0; round < END_ROUNDS; round += 1) {
      const ends = lineEnds(now, result, model, skeleton, ink).filter(
        ({ joint }) => !pins.some((p) => p.joint === joint),
      );
      if (ends.length === 0) break;
      now = refine(model, skeleton, ink, now, way, ENDING, [...pins, ...ends]);
    }
    return now;
  };
  const better = (a: Try, b: Try): number => b.score - a.score;
  /** The same with limbs swung to where they are drawn, as long as that accounts for the ink better. */
  const reached = (first: Try): Try => {
    let best = first;
    const { result, model, start } = first;
    for (const limb of swungLimbs(result, model, skeleton, few, start.flipped)) {
      const { stance } = limb;
      // Only what was swung is taken over: another limb may have been swung before.
      const from = {
        ...best.result,
        jx: Float64Array.from(best.result.jx),
        jy: Float64Array.from(best.result.jy),
      };
      stance.jx.forEach((x, i) => {
        if (x === first.result.jx[i] && stance.jy[i] === first.result.jy[i]) return;
        from.jx[i] = x;
        from.jy[i] = stance.jy[i] as number;
      });
      const tried = bend(first.start, from, ink, FINE);
      if (isWorthSwinging(best, tried, ink, limb)) best = tried;
    }
    return best;
  };
  const coarse = chosen.map((start) => bend(start, stanceAt(start, skeleton), few, COARSE)).sort(better);
  const [first] = coarse as [Try];
  const rival = coarse.find((t) => t.start.flipped !== first.start.flipped);
  const taken = coarse.slice(0, FINELY);
  if (rival && first.score - rival.score < 4 * ALIKE && !taken.includes(rival)) taken.push(rival);
  const bent = taken.map(({ start, result }) => bend(start, result, ink, FINE)).sort(better);
  // Limbs are looked for in the best reading of either handedness.
  const bestOf = [true, false].flatMap((way) => bent.filter((t) => t.start.flipped === way).slice(0, 1));
  const fine = bestOf.map(reached).sort(better);
  const best = fine[0] as Try;
  const other = fine.find((t) => t.start.flipped !== best.start.flipped);
  return {
    best,
    ended: () => ended(best),
    coarse: first,
    otherWay: other ? best.score - other.score : Infinity,
  };
}

export interface FindOptions {
  readonly set?: readonly SetLandmark[];
  /** Other references that the drawing might be of: where one of them fits better, it is not of this one. */
  readonly rivals?: readonly InkReference[];
  /** Where the student has laid the drawing: its unit to the reference's; null where nobody has. */
  readonly laid?: Affine | null;
}

/** The pose in its frame of a drawing that the student has laid. */
function laidPose(
  laid: Affine,
  { frame: { middle, scale }, centre }: Framed,
  height: number,
): Pose & Pick<Start, 'flipped'> {
  const toDrawing = invert(laid);
  const at = transformPoint(toDrawing, times(centre, height));
  const flipped = determinant(toDrawing) < 0;
  const sign = flipped ? -1 : 1;
  return {
    flipped,
    size: (scaleOf(toDrawing) * height) / scale,
    turn: Math.atan2(sign * toDrawing[1], sign * toDrawing[0]),
    x: (at.x - middle.x) / scale,
    y: (at.y - middle.y) / scale,
  };
}

/**
 * Finds the landmarks of what is drawn, a figure or anything else, from its ink alone.
 * @param lines drawn lines in any unit (page millimetres), without shade, rubber and guides
 * @param options landmarks that are known already, round which the rest is found; rivals
 * @returns where they are and how surely, or why it cannot be told
 */
export function findLandmarks(
  lines: readonly (readonly Point[])[],
  reference: InkReference,
  { set = [], rivals = [], laid = null }: FindOptions = {},
): InkAnswer {
  const body = bodyOf(reference);
  if (!body) return { found: null, why: 'no landmarks', evidence: null };
  const raw = inkOf(lines);
  const framed = raw && raw.count >= FEWEST_POINTS ? frameOf(raw, body) : null;
  if (!framed) return { found: null, why: 'no ink', evidence: null };
  const { frame, skeleton } = framed;
  const pins = set.flatMap(({ name, at, spread }): Pin[] => {
    const joint = skeleton.names.indexOf(name);
    if (joint < 0) return [];
    const [x, y] = [(at.x - frame.middle.x) / frame.scale, (at.y - frame.middle.y) / frame.scale];
    return [{ joint, x, y, spread: Math.max(spread / frame.scale, 0.002) }];
  });
  const { best, ended, coarse, otherWay } = readings(
    framed,
    pins,
    laid && laidPose(laid, framed, reference.height),
  );
  const { model, start } = best;
  const drawn = bonesDrawn(best.result, model, skeleton);
  const missing = new Set(notDrawn(skeleton, drawn));
  const evidence = evidenceOf(best.result, model, skeleton, drawn, start.flipped);
  const belief = beliefIn(evidence, skeleton.lines ? 'net' : 'figure');
  const own = acrossFrames(coarse.score, frame);
  const told = set.length > 0 || laid !== null;
  const alone = rivals.length === 0 || skeleton.lines !== undefined;
  const least = told ? TOLD_BELIEF : alone ? ALONE_BELIEF : LEAST_BELIEF;
  const other = { found: null, why: 'other', evidence } as const;
  if ((!told && !skeleton.lines && !mayBeTold(evidence)) || belief < least) return other;
  const doubtful = belief < SURE_BELIEF && !told;
  if (doubtful && isRivalBetter(raw as Ink, framed, rivals, model.manner, own)) return other;
  const given = skeleton.names
    .slice(0, skeleton.landmarks)
    .map((name, i) => ({ name, i }))
    .filter(({ name }) => !missing.has(name));
  const rows = given.flatMap(({ i }) => [2 * i, 2 * i + 1]);
  const result = ended();
  const settled = result.settled();
  const covariance = landmarkDoubts(result, settled, model, skeleton)
    .selection(rows, rows)
    .mul(frame.scale ** 2);
  const placed = ({ jx, jy }: Stance, i: number): Point => ({
    x: (jx[i] as number) * frame.scale + frame.middle.x,
    y: (jy[i] as number) * frame.scale + frame.middle.y,
  });
  const landmarks = given.map(({ name, i }, k) => ({
    name,
    at: placed(result, i),
    byInk: placed(settled, i),
    spread: Math.sqrt((covariance.get(2 * k, 2 * k) + covariance.get(2 * k + 1, 2 * k + 1)) / 2),
  }));
  return {
    found: {
      landmarks,
      covariance: covariance.to2DArray(),
      manner: model.manner,
      notDrawn: [...missing],
      mirrored: start.flipped,
      alike: otherWay < ALIKE,
      toDrawing: wholeOf(result, framed, start.flipped, reference),
      evidence,
    },
  };
}

/** Where the whole reference lies: the bones' similarity, its place from the joints' middle. */
function wholeOf(
  { jx, jy, turn }: Refined,
  { skeleton, frame: { middle, scale }, centre }: Framed,
  flipped: boolean,
  { height }: InkReference,
): Affine {
  // Of a figure all landmarks speak; of a net also what gives it its extent.
  const n = skeleton.lines ? skeleton.at.length : skeleton.landmarks;
  const [c, s] = turn;
  const by = scale / height;
  const flip = flipped ? -1 : 1;
  let [x, y] = [0, 0];
  for (let i = 0; i < n; i += 1) {
    const at = skeleton.at[i] as Point;
    const [px, py] = [(at.x + centre.x) * height, (at.y + centre.y) * height];
    x += ((jx[i] as number) * scale + middle.x - by * (c * flip * px - s * py)) / n;
    y += ((jy[i] as number) * scale + middle.y - by * (s * flip * px + c * py)) / n;
  }
  return [by * c * flip, by * s * flip, -by * s, by * c, x, y];
}
