import { subtract, type Point } from '../geometry/point.ts';
import { Assignment, STRAYS, weightOf } from './assignment.ts';
import type { Ink } from './ink.ts';
import { pointsOn, SLOTS, type LineModel } from './line-model.ts';
import type { Refined, Stance } from './refine.ts';
import type { Skeleton } from './skeleton.ts';

/**
 * A limb that is drawn far from where it is in the reference: bending creeps, and does not get there. Where
 * ink is left over, limbs are swung about the joint that they hang on.
 */

/** Each limb from the joint that it hangs on to its end. */
const LIMBS = (['left', 'right'] as const).flatMap((s) => [
  [`${s} shoulder`, `${s} elbow`, `${s} wrist`],
  [`${s} hip`, `${s} knee`, `${s} ankle`],
  [`${s} elbow`, `${s} wrist`],
  [`${s} knee`, `${s} ankle`],
]);
/** How far the first bone is swung, and the second beside it, degrees. */
const SWINGS = [-90, -75, -60, -50, -40, -30, -20, 20, 30, 40, 50, 60, 75, 90];
const BENDS = [-60, -40, -20, 0, 20, 40, 60];
/**
 * Where less than this share of a second bone is drawn, and the first is stretched by this factor, the first
 * may lie on what is drawn of both.
 */
const [HARDLY_DRAWN, STRETCHED] = [0.4, 1.06];
/** With so many swings of the first bone, the likeliest, the second is bent. */
const LIKELIEST = 6;
/** Width of the assignment by which places are compared, parts of the height. */
const WIDTH = 0.026;
/** Of a limb at least this share of what it is long must be left over as ink. */
const LEFT_OVER = 0.5;
/** By how much the mean log likelihood of the ink must grow, and how many limbs are tried closely. */
const LEAST_GAIN = 0.02;
const MOST = 2;

/** A limb swung to where it may be drawn. */
export interface Swung {
  readonly stance: Stance;
  /** How long the limb is, parts of the height. */
  readonly long: number;
  /** Whether its second bone has no ink where it is, and its first may lie on what is drawn of both. */
  readonly endless: boolean;
  readonly gain: number;
}

/**
 * The same with one limb as it is in the reference.
 * @param chain its joints, from the one that it hangs on
 */
function unbent(
  { jx, jy, turn }: Stance,
  chain: readonly number[],
  at: readonly Point[],
  flipped: boolean,
): Stance {
  const [x, y] = [Float64Array.from(jx), Float64Array.from(jy)];
  const flip = flipped ? -1 : 1;
  chain.slice(1).forEach((joint, i) => {
    const from = chain[i] as number;
    const { x: dx, y: dy } = subtract(at[joint] as Point, at[from] as Point);
    x[joint] = (x[from] as number) + turn[0] * flip * dx - turn[1] * dy;
    y[joint] = (y[from] as number) + turn[1] * flip * dx + turn[0] * dy;
  });
  return { jx: x, jy: y, turn };
}

/** The share of a joint's lines that ink lies on. */
function inkAt(joint: number, model: LineModel, { support }: Refined): number {
  let [sum, count] = [0, 0];
  support.forEach((share, j) => {
    if (!model.joint.subarray(j * SLOTS, (j + 1) * SLOTS).includes(joint)) return;
    sum += share;
    count += 1;
  });
  return count > 0 ? sum / count : 1;
}

/** How far apart two joints lie. */
const reachOf = ({ jx, jy }: Stance, a: number, b: number): number =>
  Math.hypot((jx[b] as number) - (jx[a] as number), (jy[b] as number) - (jy[a] as number));

/** Places with some joints turned about another. Degrees. */
function swung({ jx, jy, turn }: Stance, joints: readonly number[], about: number, degrees: number): Stance {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const [ox, oy] = [jx[about] as number, jy[about] as number];
  const [x, y] = [Float64Array.from(jx), Float64Array.from(jy)];
  for (const joint of joints) {
    const [dx, dy] = [(jx[joint] as number) - ox, (jy[joint] as number) - oy];
    x[joint] = ox + c * dx - s * dy;
    y[joint] = oy + s * dx + c * dy;
  }
  return { jx: x, jy: y, turn };
}

/** Mean log likelihood of ink, from what the parts of a model say of it. */
function likelihoodOf(still: Float64Array, first: Float64Array, second?: Float64Array): number {
  let sum = 0;
  still.forEach((density, i) => {
    sum += Math.log(STRAYS + density + (first[i] as number) + (second?.[i] ?? 0));
  });
  return sum / still.length;
}

/**
 * Where limbs may have gone while ink is left over, one limb at a time: the likeliest swing of each, the best
 * first, where it accounts for more of the ink than leaving it. Empty for what is no figure.
 */
export function swungLimbs(
  result: Refined,
  model: LineModel,
  skeleton: Skeleton,
  ink: Ink,
  flipped: boolean,
): Swung[] {
  if (skeleton.lines) return [];
  const left = (1 - result.explained) * ink.count * ink.step;
  const before = new Assignment(model, skeleton, ink).at(result.jx, result.jy, WIDTH).likelihood;
  const densities = (part: LineModel) => {
    const assignment = new Assignment(part, skeleton, ink, weightOf(model));
    return ({ jx, jy }: Stance): Float64Array => assignment.densities(jx, jy, WIDTH);
  };
  return LIMBS.flatMap((joints): Swung[] => {
    const [at, near, far] = joints.map((name) => skeleton.names.indexOf(name));
    if (at === undefined || near === undefined || at < 0 || near < 0 || far === -1) return [];
    const chain = [at, near, ...(far === undefined ? [] : [far])];
    const rest = unbent(result, chain, skeleton.at, flipped);
    const endless =
      far !== undefined &&
      inkAt(far, model, result) < HARDLY_DRAWN &&
      reachOf(result, at, near) > STRETCHED * reachOf(rest, at, near);
    const limb = endless ? rest : result;
    const long = chain.slice(1).reduce((sum, joint, i) => sum + reachOf(limb, chain[i] as number, joint), 0);
    if (left < LEFT_OVER * long && !endless) return [];
    // What does not move is looked at once, the first bone once a swing.
    const moving = pointsOn(model, chain.slice(1), true);
    const still = densities(pointsOn(model, chain.slice(1), false))(result);
    const ofFirst = densities(far === undefined ? moving : pointsOn(moving, [far], false));
    const ofSecond = far === undefined ? null : densities(pointsOn(moving, [far], true));
    // Only where the first bone has ink is the second bent.
    const likeliest = (endless ? [0, ...SWINGS] : SWINGS)
      .map((swing) => {
        const whole = swung(limb, chain.slice(1), at, swing);
        const first = ofFirst(whole);
        return { whole, first, likelihood: likelihoodOf(still, first) };
      })
      .sort((a, b) => b.likelihood - a.likelihood)
      .slice(0, far === undefined ? SWINGS.length : LIKELIEST);
    let best: Swung | null = null;
    for (const { whole, first } of likeliest) {
      for (const bend of far === undefined ? [0] : BENDS) {
        const stance = bend === 0 || far === undefined ? whole : swung(whole, [far], near, bend);
        const second = ofSecond?.(stance);
        const gain = likelihoodOf(still, first, second) - before;
        if (gain > Math.max(LEAST_GAIN, best?.gain ?? 0)) best = { stance, long, endless, gain };
      }
    }
    return best ? [best] : [];
  })
    .sort((a, b) => b.gain - a.gain)
    .slice(0, MOST);
}
