import { lengthOf, scale, subtract, type Point } from '../geometry/point.ts';
import { Assignment } from './assignment.ts';
import type { Ink } from './ink.ts';
import { HALF_WIDTHS, partOf, TRUNK_HALF, type LineModel } from './line-model.ts';
import type { Pin, Stance } from './refine.ts';
import { nodeAt, type Skeleton } from './skeleton.ts';

/**
 * Where the lines of a forearm or a shin end. Bending finds that badly, since nothing draws a limb's end back
 * from where there is no ink; so the limb is walked from its middle outwards, and the place is told at which
 * its lines leave off (a change point between two shares of stations with ink; Hinkley 1970).
 */

/** What is looked at, and how far a hand or a foot that is drawn goes on from it, parts of the height. */
const LAST: Readonly<Record<string, number>> = { forearm: 0.07, shin: 0.05 };
/** How often a hand or a foot goes on as its limb does; how far a limb's length departs, as a logarithm. */
const [GOES_ON, LENGTH_SD] = [0.13, 0.14];
/** Stations along a limb's lines: from and to these shares of it, so far apart, parts of the height. */
const [FROM, TO, APART] = [0.3, 1.6, 0.008];
/** The end is looked for between these shares, and these stations tell how well the limb is drawn. */
const [NEAREST, FARTHEST] = [0.5, 1.55];
const SURELY_WITHIN = 0.65;
/** Ink lies on a line within this far across and along it, parts of the height, and in this sine of it. */
const [ACROSS, ALONG, TURNED] = [0.013, 0.008, 0.6];
/** Width of the assignment by which it is told which ink is another limb's. */
const WIDTH = 0.013;
/** With fewer stations than this, or a smaller share of them with ink, or a shorter limb nothing is told. */
const [FEWEST, LEAST_SHARE, SHORTEST] = [4, 0.5, 0.04];
/** How likely there is ink at a station on the limb, at least and at most, and beyond its end. */
const [ON_LEAST, ON_MOST, BEYOND] = [0.79, 0.93, 0.134];
/** Neighbouring stations do not speak for themselves; a hand that searches leaves longer gaps. */
const [WEIGHT, SEARCHING, SEARCHING_BELOW] = [0.65, 0.34, 0.95];
/**
 * How far from its joint a line is drawn to end; less sure than this says nothing. Parts of the height. And
 * how far off an end is beside what the stations tell: of 1,540 in made drawings of their own seeds, against
 * which all these numbers were set, two thirds lay within 0.5 of that, and one of a hundred beyond 2.
 */
const [OWN, LEAST_SURE, SURER] = [0.005, 0.035, 0.8];

interface Station {
  /** Share of the limb's length. */
  readonly t: number;
  readonly drawn: boolean;
}

/** For each piece of ink the bone that more than half of it belongs to; -1 where none does. */
function ownersOf(stance: Stance, model: LineModel, skeleton: Skeleton, ink: Ink): Int16Array {
  const shares = new Float64Array(skeleton.bones.length);
  const owners = new Int16Array(ink.count).fill(-1);
  let piece = -1;
  const close = (): void => {
    const most = shares.reduce((best, share, k) => (share > (shares[best] as number) ? k : best), 0);
    if (piece >= 0 && (shares[most] as number) > 0.5) owners[piece] = most;
    shares.fill(0);
  };
  new Assignment(model, skeleton, ink).at(stance.jx, stance.jy, WIDTH, (i, j, share) => {
    if (i !== piece) close();
    piece = i;
    const bone = model.bone[j] as number;
    shares[bone] = (shares[bone] as number) + share;
  });
  close();
  return owners;
}

interface Shape {
  readonly bone: number;
  readonly from: Point;
  readonly to: Point;
  readonly half: readonly [number, number];
}

/** Limbs and trunk as tapering shapes, behind which another limb's lines may be left out. */
const shapesOf = (skeleton: Skeleton, at: readonly Point[]): Shape[] =>
  skeleton.bones.flatMap(({ name, from, to }, bone): Shape[] => {
    const half = name === 'spine' ? ([TRUNK_HALF, TRUNK_HALF] as const) : HALF_WIDTHS[partOf(name)];
    return half ? [{ bone, from: nodeAt(from, at), to: nodeAt(to, at), half }] : [];
  });

function isWithin({ from, to, half }: Shape, p: Point): boolean {
  const [run, reach] = [subtract(to, from), subtract(p, from)];
  const square = Math.max(run.x ** 2 + run.y ** 2, 1e-9);
  const t = (reach.x * run.x + reach.y * run.y) / square;
  const off = Math.abs(reach.x * run.y - reach.y * run.x) / Math.sqrt(square);
  return t >= 0 && t <= 1 && off < half[0] + t * (half[1] - half[0]);
}

/** Of the stations that are surely on a limb, the share with ink. */
function shareDrawn(stations: readonly Station[]): { count: number; share: number } {
  const within = stations.filter(({ t }) => t < SURELY_WITHIN);
  const drawn = within.filter((station) => station.drawn).length;
  return { count: within.length, share: drawn / Math.max(1, within.length) };
}

/**
 * At which share of a limb its lines leave off, and how surely: one standard deviation, a share as well.
 * @param weight of one station: how far it speaks for itself
 * @param beyond how far a hand or a foot would go on, a share of the limb
 * @param usual where it would end by all else that is known
 */
function changePoint(
  stations: readonly Station[],
  weight: number,
  beyond: number,
  usual: number,
): { at: number; sd: number } | null {
  const { count, share } = shareDrawn(stations);
  if (count < FEWEST || share < LEAST_SHARE) return null;
  const on = Math.min(ON_MOST, Math.max(ON_LEAST, share));
  const tries = Array.from({ length: 160 }, (_, i) => NEAREST + ((FARTHEST - NEAREST) * i) / 159);
  const logUpTo = (end: number): number =>
    stations.reduce((sum, { t, drawn }) => {
      const p = t <= end ? on : BEYOND;
      return sum + weight * Math.log(drawn ? p : 1 - p);
    }, 0);
  const logs = tries.map((end) => {
    const [alone, goingOn] = [logUpTo(end), logUpTo(end + beyond)];
    const top = Math.max(alone, goingOn);
    const either = (1 - GOES_ON) * Math.exp(alone - top) + GOES_ON * Math.exp(goingOn - top);
    // Student's t with two degrees of freedom about the usual length.
    return top + Math.log(either) - 1.5 * Math.log(1 + (Math.log(end / usual) / LENGTH_SD) ** 2 / 2);
  });
  const most = Math.max(...logs);
  let [sum, mean, square] = [0, 0, 0];
  tries.forEach((t, i) => {
    const w = Math.exp((logs[i] as number) - most);
    sum += w;
    mean += w * t;
    square += w * t * t;
  });
  mean /= sum;
  return { at: mean, sd: Math.sqrt(Math.max(0, square / sum - mean * mean)) };
}

const placesOf = ({ jx, jy }: Stance): Point[] => Array.from(jx, (x, i) => ({ x, y: jy[i] as number }));

/** A limb as it lies, with what is drawn along it. */
interface Walked {
  readonly joint: number;
  readonly start: Point;
  readonly run: Point;
  readonly stations: readonly Station[];
  readonly beyond: number;
  readonly usual: number;
}

/**
 * The ends of a figure's forearms and shins, each as a hold of its joint along the limb. Nothing is told of a
 * limb that is short, hardly drawn, or whose lines run out behind another.
 * @param stance where the body lies, bent onto the ink; parts of the height
 * @param before where it lay before any end was known
 * @returns none for what is no figure
 */
export function lineEnds(
  stance: Stance,
  before: Stance,
  model: LineModel,
  skeleton: Skeleton,
  ink: Ink,
): Pin[] {
  if (skeleton.lines) return [];
  const [at, first] = [placesOf(stance), placesOf(before)];
  const single = model.manner === 'axes';
  const owners = ownersOf(stance, model, skeleton, ink);
  const shapes = single ? [] : shapesOf(skeleton, at);

  const isDrawn = (bone: number, p: Point, along: Point): boolean => {
    for (let i = 0; i < ink.count; i += 1) {
      const [ex, ey] = [(ink.x[i] as number) - p.x, (ink.y[i] as number) - p.y];
      if (Math.abs(ex * along.x + ey * along.y) > ALONG) continue;
      if (Math.abs(ey * along.x - ex * along.y) > ACROSS) continue;
      if (Math.abs((ink.dx[i] as number) * along.y - (ink.dy[i] as number) * along.x) > TURNED) continue;
      if (owners[i] === -1 || owners[i] === bone) return true;
    }
    return false;
  };

  const walked = skeleton.bones.flatMap(({ name, from, to }, bone): Walked[] => {
    const beyond = LAST[partOf(name)];
    if (beyond === undefined) return [];
    const [start, run] = [nodeAt(from, at), subtract(nodeAt(to, at), nodeAt(from, at))];
    const long = lengthOf(run);
    if (long < SHORTEST) return [];
    const along = scale(run, 1 / long);
    const half = HALF_WIDTHS[partOf(name)] as readonly [number, number];
    const previous = skeleton.bones.findIndex(
      (b) => b.to.joints.length === 1 && b.to.joints[0] === from.joints[0],
    );
    const others = shapes.filter((shape) => shape.bone !== bone && shape.bone !== previous);
    const stations: Station[] = [];
    for (let t = FROM; t < TO; t += APART / long)
      for (const side of single ? [0] : [1, -1]) {
        const off = side * (half[0] + t * (half[1] - half[0]));
        const p = { x: start.x + t * run.x - off * along.y, y: start.y + t * run.y + off * along.x };
        if (!others.some((shape) => isWithin(shape, p))) stations.push({ t, drawn: isDrawn(bone, p, along) });
      }
    const usual = lengthOf(subtract(nodeAt(to, first), nodeAt(from, first))) / long;
    return [{ joint: to.joints[0] as number, start, run, stations, beyond: beyond / long, usual }];
  });
  const isSearching = shareDrawn(walked.flatMap(({ stations }) => stations)).share < SEARCHING_BELOW;
  return walked.flatMap(({ joint, start, run, stations, beyond, usual }): Pin[] => {
    const long = lengthOf(run);
    const end = changePoint(stations, isSearching ? SEARCHING : WEIGHT, beyond, usual);
    if (!end || end.sd * long > LEAST_SURE) return [];
    const [x, y] = [start.x + end.at * run.x, start.y + end.at * run.y];
    const spread = Math.hypot(SURER * end.sd * long, OWN);
    return [{ joint, x, y, spread, along: [run.x / long, run.y / long] }];
  });
}
