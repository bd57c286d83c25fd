import { otherSide } from './subjects.ts';

/** A part of a figure as a straight band between landmarks; several landmarks at one end: their middle. */
export interface BodyPart {
  readonly name: string;
  readonly from: readonly string[];
  readonly to: readonly string[];
  /** Half its width in the middle, parts of the figure's height. */
  readonly half: number;
}

/** The parts of a figure that cover each other. */
export const BODY_PARTS: readonly BodyPart[] = [
  { name: 'head', from: ['crown'], to: ['chin'], half: 0.05 },
  { name: 'trunk', from: ['pit of the neck'], to: ['left hip', 'right hip'], half: 0.085 },
  ...(['left', 'right'] as const).flatMap((s) => [
    { name: `${s} upper arm`, from: [`${s} shoulder`], to: [`${s} elbow`], half: 0.027 },
    { name: `${s} forearm`, from: [`${s} elbow`], to: [`${s} wrist`], half: 0.02 },
    { name: `${s} thigh`, from: [`${s} hip`], to: [`${s} knee`], half: 0.043 },
    { name: `${s} shin`, from: [`${s} knee`], to: [`${s} ankle`], half: 0.028 },
  ]),
];

/** One part of a thing that covers another: the one in front, then the one behind. */
export type Front = readonly [front: string, behind: string];

/** The same as they are in the picture turned over: the sitter's left and right are swapped. */
export const turnedOver = (fronts: readonly Front[]): Front[] =>
  fronts.map(([front, behind]) => [otherSide(front), otherSide(behind)]);

const TRUNK_ENDS = /upper arm|thigh|head/;
const sideOf = (name: string): string | undefined => /^(left|right)\b/.exec(name)?.[0];

/** Whether two parts are joined, so that they run over each other in every picture. */
export function areJoined(a: string, b: string): boolean {
  if (a === b) return true;
  if (a === 'trunk' || b === 'trunk') return TRUNK_ENDS.test(a === 'trunk' ? b : a);
  const isArm = (name: string): boolean => name.endsWith('arm');
  return sideOf(a) !== undefined && sideOf(a) === sideOf(b) && isArm(a) === isArm(b);
}
