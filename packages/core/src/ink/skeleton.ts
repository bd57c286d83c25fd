import type { Point } from '../geometry/point.ts';

/** A share of some joints: a joint itself, or a point between several. Weights add up to one. */
export interface Node {
  readonly joints: readonly number[];
  readonly weights: readonly number[];
}

/** A piece that keeps its length and direction unless the drawing says otherwise. */
export interface Bone {
  readonly name: string;
  readonly from: Node;
  readonly to: Node;
  /** How much its length and its turn may vary from drawing to drawing: 1 for a limb. */
  readonly loose: number;
}

/** A line that is to be seen in a picture: part of an outline, or an edge within it. */
export interface PictureLine {
  readonly points: readonly Point[];
  /** How likely a hand is to draw it, beside 1 for what everybody draws. */
  readonly weight: number;
}

/** The landmarks of a reference as joints of a body, in parts of the figure's height. */
export interface Skeleton {
  /** Names of the joints: first the landmarks, then what only gives a part its width. */
  readonly names: readonly string[];
  /** How many of the joints are landmarks. */
  readonly landmarks: number;
  readonly at: readonly Point[];
  readonly bones: readonly Bone[];
  /** Of what is no figure: lines of its picture, and names of landmarks that lines are drawn through. */
  readonly lines?: readonly PictureLine[];
  readonly sticks?: readonly (readonly string[])[];
}

export interface SkeletonLandmark {
  readonly name: string;
  readonly at: Point;
}

/** Where a node lies, from where its joints lie. */
export function nodeAt(node: Node, at: readonly Point[]): Point {
  let [x, y] = [0, 0];
  node.joints.forEach((joint, i) => {
    const w = node.weights[i] as number;
    x += w * (at[joint] as Point).x;
    y += w * (at[joint] as Point).y;
  });
  return { x, y };
}

/** Each bone as a vector, from its near end to its far one. */
export interface Bones {
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** The bones of a body whose joints lie at `jx`, `jy`, in their unit. */
export function bonesAt({ bones }: Pick<Skeleton, 'bones'>, jx: Float64Array, jy: Float64Array): Bones {
  const value = ({ joints, weights }: Node, list: Float64Array): number => {
    let sum = 0;
    for (let i = 0; i < joints.length; i += 1)
      sum += (weights[i] as number) * (list[joints[i] as number] as number);
    return sum;
  };
  return {
    x: Float64Array.from(bones, ({ from, to }) => value(to, jx) - value(from, jx)),
    y: Float64Array.from(bones, ({ from, to }) => value(to, jy) - value(from, jy)),
  };
}

/** The body of a figure, as far as its landmarks are there. Names as in the subject `figure`. */
const FIGURE_BONES: readonly (readonly [string, readonly string[], readonly string[], number])[] = [
  ['head', ['crown'], ['chin'], 1],
  ['neck', ['chin'], ['pit of the neck'], 1],
  ['spine', ['pit of the neck'], ['left hip', 'right hip'], 0.7],
  ['shoulder line', ['right shoulder'], ['left shoulder'], 0.8],
  ['collar', ['pit of the neck'], ['left shoulder', 'right shoulder'], 0.6],
  ['hip line', ['right hip'], ['left hip'], 0.8],
  ...(['left', 'right'] as const).flatMap((s) => [
    [`${s} upper arm`, [`${s} shoulder`], [`${s} elbow`], 1] as const,
    [`${s} forearm`, [`${s} elbow`], [`${s} wrist`], 1] as const,
    [`${s} thigh`, [`${s} hip`], [`${s} knee`], 1] as const,
    [`${s} shin`, [`${s} knee`], [`${s} ankle`], 1] as const,
  ]),
];

/** The joint that gives the head its width, as a share of its height to one side of its middle. */
export const HEAD_SIDE = 'head side';
export const HEAD_WIDTH = 0.37;
/** Heads are drawn wider or narrower more freely than limbs longer or shorter. */
const WIDTH_LOOSE = 1.5;

/** Fewer bones than this are no body that a drawing could be held against. */
const FEWEST_BONES = 7;

interface NamedBone {
  readonly name: string;
  readonly from: readonly string[];
  readonly to: readonly string[];
  readonly loose: number;
}

/** The bones whose ends are all known, and the lowest foot on the ankle that it lies nearer to. */
function bonesOf(known: ReadonlyMap<string, SkeletonLandmark>): NamedBone[] {
  const bones: NamedBone[] = FIGURE_BONES.map(([name, from, to, loose]) => ({
    name,
    from,
    to,
    loose,
  })).filter(({ from, to }) => [...from, ...to].every((name) => known.has(name)));
  const foot = known.get('lowest foot');
  if (!foot) return bones;
  const far = ({ at }: SkeletonLandmark): number => Math.hypot(at.x - foot.at.x, at.y - foot.at.y);
  const [ankle] = ['left ankle', 'right ankle']
    .flatMap((name) => known.get(name) ?? [])
    .sort((a, b) => far(a) - far(b));
  return ankle ? [...bones, { name: 'foot', from: [ankle.name], to: [foot.name], loose: 1 }] : bones;
}

/**
 * A figure's landmarks as joints and bones, those that no bone reaches left out.
 * @param landmarks of the reference, any unit; names that a figure does not have are left out
 * @param height of the figure, the same unit
 * @returns null where too few are known for a body, or it has no trunk
 */
export function figureSkeleton(landmarks: readonly SkeletonLandmark[], height: number): Skeleton | null {
  if (!(height > 0)) return null;
  const known = new Map(landmarks.map((l) => [l.name, l]));
  const named = bonesOf(known);
  if (named.length < FEWEST_BONES || !named.some(({ name }) => name === 'spine')) return null;
  const names = [...new Set(named.flatMap(({ from, to }) => [...from, ...to]))];
  const node = (of: readonly string[]): Node => ({
    joints: of.map((name) => names.indexOf(name)),
    weights: of.map(() => 1 / of.length),
  });
  const at = names.map((name) => {
    const { x, y } = (known.get(name) as SkeletonLandmark).at;
    return { x: x / height, y: y / height };
  });
  const bones = named.map(({ name, from, to, loose }) => ({ name, from: node(from), to: node(to), loose }));
  return withHeadSide({ names, landmarks: names.length, at, bones });
}

/** A body whose head, where it has one, is as wide as it is drawn. */
function withHeadSide(body: Skeleton): Skeleton {
  const head = body.bones.find(({ name }) => name === 'head');
  if (!head) return body;
  const [a, b] = [nodeAt(head.from, body.at), nodeAt(head.to, body.at)];
  const side = {
    x: (a.x + b.x) / 2 - HEAD_WIDTH * (b.y - a.y),
    y: (a.y + b.y) / 2 + HEAD_WIDTH * (b.x - a.x),
  };
  const middle: Node = { joints: [...head.from.joints, ...head.to.joints], weights: [0.5, 0.5] };
  const to: Node = { joints: [body.names.length], weights: [1] };
  return {
    ...body,
    names: [...body.names, HEAD_SIDE],
    at: [...body.at, side],
    bones: [...body.bones, { name: 'head width', from: middle, to, loose: WIDTH_LOOSE }],
  };
}
