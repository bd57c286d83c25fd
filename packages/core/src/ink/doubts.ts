import { Matrix } from 'ml-matrix';
import type { LineModel } from './line-model.ts';
import type { Refined, Settled } from './refine.ts';
import { nodeAt, type Skeleton } from './skeleton.ts';

/**
 * What a landmark's place varies by beside the lines' unsteadiness, along its limb and across it, parts of
 * the height: where in a line's bend a joint is, no line says.
 */
const OWN: Readonly<Record<string, readonly [number, number]>> = {
  crown: [0.003, 0.0015],
  chin: [0.003, 0.0015],
  neck: [0.0035, 0.0015],
  shoulder: [0.002, 0.0039],
  elbow: [0.004, 0.0042],
  wrist: [0.0025, 0.0039],
  hip: [0.0036, 0.0058],
  knee: [0.0097, 0.0054],
  ankle: [0.0072, 0.003],
  foot: [0.002, 0.002],
};
/**
 * Standard deviations as shares of all that, in single lines and in edges: a head's oval is drawn well, and
 * where the lines of a forearm or a shin leave off says where they end (240 made drawings on seeds of their
 * own, by the likelihood of what they are off under Student's t with five degrees of freedom, and an eighth
 * wider).
 */
const SHARE: Readonly<Record<string, readonly [number, number]>> = {
  crown: [0.8, 0.64],
  chin: [0.63, 0.58],
  neck: [0.63, 1.02],
  shoulder: [0.85, 0.9],
  elbow: [0.92, 0.87],
  wrist: [0.65, 1],
  hip: [0.74, 1.1],
  knee: [0.96, 1.06],
  ankle: [0.67, 1.02],
  foot: [0.5, 0.82],
};
/** And of what is no figure: an edge or a corner is drawn nearby. */
const ELSE: readonly [number, number] = [0.006, 0.006];
/**
 * How the lines' unsteadiness is told from how far they lie from the model's: a factor, and the scatter that
 * is there in the steadiest hand, since limbs are drawn thicker or thinner than the model has them.
 */
const SINGLE = { factor: 2.4, steadiest: 0.0045 };
const EDGES = { factor: 2.2, steadiest: 0.0098 };
const STEADIEST = 0.0032;
/** The scatter at which the fit's own covariance holds, parts of the height. */
const UNIT = 0.01;
/**
 * Usual unsteadiness, squared in that unit: how far a steady drawing departs from it is half believed. From
 * `UNSTEADY` on the hand is so unsteady that all of it counts, and somewhat more.
 */
const [USUAL, UNSTEADY, MORE] = [0.45, 0.75, 1.6];

/**
 * Where all of a body's bones together depart by more than this from what is usual, what holds it to the
 * usual misleads the more: a power of the doubts' squares. In 320 made drawings on seeds of their own two
 * thirds of the coordinates lay within 0.84 of their doubt at a strain of 2, and within 1.15 of it at 12,
 * however steady the hand.
 */
const STRAINED = { from: 4.6, power: 0.4 };

/**
 * The direction of the limb that a joint ends; of its own line where it ends none; upright without either.
 */
function limbAt(joint: number, skeleton: Skeleton): readonly [number, number] {
  const { bones, at } = skeleton;
  const bone =
    bones.find(({ to }) => to.joints.length === 1 && to.joints[0] === joint) ??
    bones.find(({ from }) => from.joints.length === 1 && from.joints[0] === joint);
  if (!bone) return [0, 1];
  const [a, b] = [nodeAt(bone.from, at), nodeAt(bone.to, at)];
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  return length > 1e-6 ? [(b.x - a.x) / length, (b.y - a.y) / length] : [0, 1];
}

/**
 * Covariance of the landmarks' places, x and y of each in turn, squared heights. Calibrated on 330 made
 * drawings in five manners, of steady and unsteady hands, on seeds of their own.
 */
export function landmarkDoubts(
  { scatter, strain }: Refined,
  settled: Settled,
  { manner }: LineModel,
  skeleton: Skeleton,
): Matrix {
  const n = 2 * skeleton.landmarks;
  if (n === 0) return Matrix.zeros(0, 0);
  const { factor, steadiest } = manner === 'axes' ? SINGLE : EDGES;
  const seen = Math.max(STEADIEST ** 2, scatter ** 2 - steadiest ** 2) / UNIT ** 2;
  const unsteady = skeleton.lines
    ? seen
    : Math.max(Math.sqrt(seen * USUAL), Math.min(MORE * seen, 2 * MORE * (seen - UNSTEADY)));
  const covariance = settled.covariance.subMatrix(0, n - 1, 0, n - 1).mul(factor * unsteady);
  const shares = skeleton.names.slice(0, skeleton.landmarks).flatMap((name) => {
    const [single, edges] = SHARE[name.split(' ').at(-1) ?? ''] ?? [1, 1];
    const share = skeleton.lines ? 1 : manner === 'axes' ? single : edges;
    return [share, share];
  });
  skeleton.names.slice(0, skeleton.landmarks).forEach((name, i) => {
    const [along, across] = OWN[name.split(' ').at(-1) ?? ''] ?? ELSE;
    const [x, y] = limbAt(i, skeleton);
    const own = [
      [x * x * along ** 2 + y * y * across ** 2, x * y * (along ** 2 - across ** 2)],
      [x * y * (along ** 2 - across ** 2), y * y * along ** 2 + x * x * across ** 2],
    ];
    own.forEach((row, r) =>
      row.forEach((v, c) => covariance.set(2 * i + r, 2 * i + c, covariance.get(2 * i + r, 2 * i + c) + v)),
    );
  });
  const strained = skeleton.lines ? 1 : Math.max(1, strain / STRAINED.from) ** STRAINED.power;
  // Correlations stay: rows and columns are scaled alike.
  return covariance.mul(strained).mul(Matrix.columnVector(shares).mmul(Matrix.rowVector(shares)));
}
