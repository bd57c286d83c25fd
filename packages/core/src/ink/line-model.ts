import type { Point } from '../geometry/point.ts';
import { bonesAt, HEAD_SIDE, HEAD_WIDTH, nodeAt, type Bone, type Node, type Skeleton } from './skeleton.ts';

/**
 * Points of the lines that a drawing of a reference is made of, each bound to the joints, so that the model
 * moves with them. A point bound to a bone lies at fixed shares along and across it: `p = Σ c·J` in complex
 * numbers, and so does its direction.
 */
export interface LineModel {
  readonly manner: string;
  readonly count: number;
  /** Bone that a point belongs to. */
  readonly bone: Int16Array;
  /** For each point up to four joints (-1 for none) and their complex coefficients. */
  readonly joint: Int16Array;
  readonly re: Float64Array;
  readonly im: Float64Array;
  /** Direction of the line at the point, as an angle from its bone, radians. */
  readonly turn: Float64Array;
  /** How likely a hand is to draw this line, beside 1 for what everybody draws. */
  readonly weight: Float64Array;
  /** Distance between neighbours, parts of the figure's height. */
  readonly spacing: number;
}

export const SLOTS = 4;
export const SPACING = 0.014;

/** A line of the model before it is bound: places in the reference, bone by bone. */
export interface ModelLine {
  readonly bone: number;
  readonly points: readonly Point[];
  readonly weight: number;
}

/** Half widths, parts of the figure's height, at a limb's near and far end. */
export const HALF_WIDTHS: Readonly<Record<string, readonly [number, number]>> = {
  'upper arm': [0.031, 0.024],
  forearm: [0.024, 0.016],
  thigh: [0.052, 0.035],
  shin: [0.035, 0.021],
};
/** And those of the trunk, at its chest, waist and pelvis. */
const CHEST = 0.095;
const WAIST = 0.075;
const PELVIS = 0.085;
/** Within this of its middle line whatever lies behind it is hidden. */
export const TRUNK_HALF = WAIST;

const along = (a: Point, b: Point, t: number): Point => ({
  x: a.x + t * (b.x - a.x),
  y: a.y + t * (b.y - a.y),
});

/** A point beside the line from a to b, at share t along it and `off` to its right-hand side. */
function beside(a: Point, b: Point, t: number, off: number): Point {
  const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return {
    x: a.x + t * (b.x - a.x) - (off * (b.y - a.y)) / length,
    y: a.y + t * (b.y - a.y) + (off * (b.x - a.x)) / length,
  };
}

function ovalOn(a: Point, b: Point, half: number): Point[] {
  const c = along(a, b, 0.5);
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  const [ux, uy] = [(b.x - a.x) / 2, (b.y - a.y) / 2];
  const k = length > 0 ? half / (length / 2) : 0;
  return Array.from({ length: 37 }, (_, i) => {
    const t = (2 * Math.PI * i) / 36;
    return {
      x: c.x + Math.cos(t) * ux - k * Math.sin(t) * uy,
      y: c.y + Math.cos(t) * uy + k * Math.sin(t) * ux,
    };
  });
}

/** What a bone is called on either side. */
export const partOf = (name: string): string => name.replace(/^(left|right) /, '');

const limbOf = (bone: Bone): readonly [number, number] | undefined => HALF_WIDTHS[partOf(bone.name)];

interface Placed {
  readonly bone: number;
  readonly a: Point;
  readonly b: Point;
}

function placed(skeleton: Skeleton, name: string): Placed | null {
  const bone = skeleton.bones.findIndex((b) => b.name === name);
  const found = skeleton.bones[bone];
  if (!found) return null;
  return { bone, a: nodeAt(found.from, skeleton.at), b: nodeAt(found.to, skeleton.at) };
}

function headLine(skeleton: Skeleton): ModelLine[] {
  const head = placed(skeleton, 'head');
  if (!head) return [];
  const length = Math.hypot(head.b.x - head.a.x, head.b.y - head.a.y);
  return [{ bone: head.bone, points: ovalOn(head.a, head.b, HEAD_WIDTH * length), weight: 1 }];
}

/** Limbs as single lines, spine, shoulder and hip line, the head an oval. */
function axes(skeleton: Skeleton): ModelLine[] {
  const drawn = skeleton.bones.flatMap((bone, i) => {
    if (['head', 'head width', 'collar'].includes(bone.name)) return [];
    const [a, b] = [nodeAt(bone.from, skeleton.at), nodeAt(bone.to, skeleton.at)];
    return [{ bone: i, points: [a, b], weight: bone.name === 'neck' ? 0.5 : 1 }];
  });
  return [...headLine(skeleton), ...drawn];
}

function shoulderHalf(skeleton: Skeleton, least: number): number {
  const line = placed(skeleton, 'shoulder line');
  const across = line ? Math.hypot(line.b.x - line.a.x, line.b.y - line.a.y) / 2 : 0;
  return Math.max(0.8 * least, Math.min(1.1 * least, across));
}

/** Tapering limbs by their edges, the trunk by its sides, the head an oval. */
function outline(skeleton: Skeleton): ModelLine[] {
  const lines = headLine(skeleton);
  skeleton.bones.forEach((bone, i) => {
    const [a, b] = [nodeAt(bone.from, skeleton.at), nodeAt(bone.to, skeleton.at)];
    const limb = limbOf(bone);
    if (limb) {
      for (const side of [1, -1])
        lines.push({
          bone: i,
          points: [beside(a, b, 0, side * limb[0]), beside(a, b, 1, side * limb[1])],
          weight: 1,
        });
    }
    if (bone.name === 'spine') {
      const [chest, waist, pelvis] = [CHEST, WAIST, PELVIS].map((half) => shoulderHalf(skeleton, half)) as [
        number,
        number,
        number,
      ];
      for (const side of [1, -1])
        lines.push({
          bone: i,
          points: [
            beside(a, b, 0.08, side * chest),
            beside(a, b, 0.3, side * chest * 0.97),
            beside(a, b, 0.65, side * waist),
            beside(a, b, 1, side * pelvis),
          ],
          weight: 1,
        });
    }
    if (bone.name === 'foot') lines.push({ bone: i, points: [a, b], weight: 0.6 });
  });
  return lines;
}

/** Ovals for head, chest and pelvis, four-sided limbs with their ends. */
function construction(skeleton: Skeleton): ModelLine[] {
  const lines = headLine(skeleton);
  skeleton.bones.forEach((bone, i) => {
    const [a, b] = [nodeAt(bone.from, skeleton.at), nodeAt(bone.to, skeleton.at)];
    const limb = limbOf(bone);
    if (limb) {
      const [p, q, r, s] = [
        beside(a, b, 0, limb[0]),
        beside(a, b, 1, limb[1]),
        beside(a, b, 1, -limb[1]),
        beside(a, b, 0, -limb[0]),
      ];
      lines.push({ bone: i, points: [p, q, r, s, p], weight: 1 });
    }
    if (bone.name === 'spine') {
      lines.push({
        bone: i,
        points: ovalOn(along(a, b, 0.02), along(a, b, 0.57), shoulderHalf(skeleton, CHEST)),
        weight: 1,
      });
      lines.push({
        bone: i,
        points: ovalOn(along(a, b, 0.76), along(a, b, 1.08), shoulderHalf(skeleton, PELVIS)),
        weight: 1,
      });
    }
    if (bone.name === 'foot') lines.push({ bone: i, points: [a, b], weight: 0.6 });
    if (bone.name === 'neck' || bone.name === 'shoulder line')
      lines.push({ bone: i, points: [a, b], weight: 0.4 });
  });
  return lines;
}

/** Joints and coefficients of a point of the head's oval, which is as wide as the joint at its side says. */
function bindHead({ from, to }: Bone, side: number, t: number, s: number): [number, number, number][] {
  const out = s / HEAD_WIDTH;
  return [
    [from.joints[0] as number, 1 - t - out / 2, 0],
    [to.joints[0] as number, t - out / 2, 0],
    [side, out, 0],
  ];
}

/** Joints and coefficients of a point at shares `t` along and `s` across a bone. */
function bind(from: Node, to: Node, t: number, s: number): [number, number, number][] {
  return [
    ...from.joints.map((joint, i): [number, number, number] => {
      const w = from.weights[i] as number;
      return [joint, w * (1 - t), -w * s];
    }),
    ...to.joints.map((joint, i): [number, number, number] => {
      const w = to.weights[i] as number;
      return [joint, w * t, w * s];
    }),
  ];
}

/** Lines as points, each bound to the bone that it is drawn beside. @param spacing parts of the height */
export function boundModel(
  manner: string,
  skeleton: Skeleton,
  lines: readonly ModelLine[],
  spacing = SPACING,
): LineModel {
  const side = skeleton.names.indexOf(HEAD_SIDE);
  const rows: { bone: number; terms: [number, number, number][]; turn: number; weight: number }[] = [];
  for (const { bone, points, weight } of lines) {
    const own = skeleton.bones[bone] as Bone;
    const { from, to } = own;
    const [a, b] = [nodeAt(from, skeleton.at), nodeAt(to, skeleton.at)];
    const [ux, uy] = [b.x - a.x, b.y - a.y];
    const square = Math.max(ux * ux + uy * uy, 1e-4);
    for (let i = 1; i < points.length; i += 1) {
      const [p, q] = [points[i - 1] as Point, points[i] as Point];
      const length = Math.hypot(q.x - p.x, q.y - p.y);
      const n = Math.max(1, Math.round(length / spacing));
      const turn = Math.atan2(q.y - p.y, q.x - p.x) - Math.atan2(uy, ux);
      for (let k = 0; k < n && length > 0; k += 1) {
        const at = along(p, q, (k + 0.5) / n);
        const [x, y] = [at.x - a.x, at.y - a.y];
        const [t, s] = [(x * ux + y * uy) / square, (y * ux - x * uy) / square];
        const terms = own.name === 'head' && side >= 0 ? bindHead(own, side, t, s) : bind(from, to, t, s);
        rows.push({ bone, terms, turn, weight });
      }
    }
  }
  const count = rows.length;
  const model = {
    manner,
    count,
    bone: Int16Array.from(rows, (r) => r.bone),
    joint: new Int16Array(count * SLOTS).fill(-1),
    re: new Float64Array(count * SLOTS),
    im: new Float64Array(count * SLOTS),
    turn: Float64Array.from(rows, (r) => r.turn),
    weight: Float64Array.from(rows, (r) => r.weight),
    spacing,
  };
  rows.forEach(({ terms }, j) =>
    terms.slice(0, SLOTS).forEach(([joint, re, im], k) => {
      model.joint[j * SLOTS + k] = joint;
      model.re[j * SLOTS + k] = re;
      model.im[j * SLOTS + k] = im;
    }),
  );
  return model;
}

/** The three manners in which a figure is drawn, as models of lines. */
export function figureModels(skeleton: Skeleton): LineModel[] {
  return [
    boundModel('axes', skeleton, axes(skeleton)),
    boundModel('outline', skeleton, outline(skeleton)),
    boundModel('construction', skeleton, construction(skeleton)),
  ];
}

/** Where the model's points lie and which way their lines run, for joints at `jx`, `jy`. */
export interface ModelPlaces {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly dx: Float64Array;
  readonly dy: Float64Array;
}

/** Places of all points for given joints. */
export function placeModel(
  model: LineModel,
  skeleton: Skeleton,
  jx: Float64Array,
  jy: Float64Array,
  out: ModelPlaces,
): void {
  const bones = bonesAt(skeleton, jx, jy);
  const lengths = bones.x.map((x, k) => Math.hypot(x, bones.y[k] as number) || 1);
  for (let j = 0; j < model.count; j += 1) {
    let [x, y] = [0, 0];
    for (let k = j * SLOTS; k < (j + 1) * SLOTS; k += 1) {
      const joint = model.joint[k] as number;
      if (joint < 0) continue;
      const [re, im, px, py] = [
        model.re[k] as number,
        model.im[k] as number,
        jx[joint] as number,
        jy[joint] as number,
      ];
      x += re * px - im * py;
      y += im * px + re * py;
    }
    out.x[j] = x;
    out.y[j] = y;
    const bone = model.bone[j] as number;
    const turn = model.turn[j] as number;
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const length = lengths[bone] as number;
    const [bx, by] = [(bones.x[bone] as number) / length, (bones.y[bone] as number) / length];
    out.dx[j] = c * bx - s * by;
    out.dy[j] = s * bx + c * by;
  }
}

/**
 * The same model for a reference that is turned over: what lay to one side of a bone lies to the other.
 */
export function flippedModel(model: LineModel): LineModel {
  return { ...model, im: model.im.map((v) => -v), turn: model.turn.map((v) => -v) };
}

export const emptyPlaces = (model: LineModel): ModelPlaces => ({
  x: new Float64Array(model.count),
  y: new Float64Array(model.count),
  dx: new Float64Array(model.count),
  dy: new Float64Array(model.count),
});

/** The points of a model that hang on any of some joints, or those that hang on none of them. */
export function pointsOn(model: LineModel, joints: readonly number[], hang: boolean): LineModel {
  const kept: number[] = [];
  for (let j = 0; j < model.count; j += 1) {
    const own = model.joint.subarray(j * SLOTS, (j + 1) * SLOTS);
    if (joints.some((joint) => own.includes(joint)) === hang) kept.push(j);
  }
  const slots = kept.flatMap((j) => Array.from({ length: SLOTS }, (_, k) => j * SLOTS + k));
  const take = (list: Float64Array, at: readonly number[]): Float64Array =>
    Float64Array.from(at, (i) => list[i] as number);
  return {
    ...model,
    count: kept.length,
    bone: Int16Array.from(kept, (j) => model.bone[j] as number),
    joint: Int16Array.from(slots, (k) => model.joint[k] as number),
    re: take(model.re, slots),
    im: take(model.im, slots),
    turn: take(model.turn, kept),
    weight: take(model.weight, kept),
  };
}
