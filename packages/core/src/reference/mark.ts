import type { Point } from '../geometry/point.ts';
import type { Id } from '../page/things.ts';
import type { CropBox } from './preparation.ts';

/** What the student noticed; tied to a spot when wanted. All places are original-picture pixels. */
export interface TraitMark {
  readonly kind: 'trait';
  readonly id: Id;
  readonly text: string;
  readonly at: Point | null;
}

/** A named point on the thing. Left and right are the sitter's. */
export interface LandmarkMark {
  readonly kind: 'landmark';
  readonly id: Id;
  readonly name: string;
  readonly at: Point;
  /** Known where it would be, but covered. */
  readonly hidden: boolean;
  /** How surely the desk found it: standard deviation. Absent once the student has placed or accepted it. */
  readonly spread?: number;
}

/** What belongs to the thing: all that lies within an odd number of these closed outlines. */
export interface SilhouetteMark {
  readonly kind: 'silhouette';
  readonly id: Id;
  readonly outlines: readonly (readonly Point[])[];
}

/** A length taken in units of another. */
export interface LengthSight {
  readonly kind: 'sight';
  readonly id: Id;
  readonly unit: readonly [Point, Point];
  readonly span: readonly [Point, Point];
  /** How many units it looked like, before it was measured. */
  readonly guess: number | null;
}

/** A tilt taken against level, degrees. */
export interface TiltSight {
  readonly kind: 'sight';
  readonly id: Id;
  readonly unit: null;
  readonly span: readonly [Point, Point];
  readonly guess: number | null;
}

/** Another picture that shows a region more nearly. */
export interface DetailMark {
  readonly kind: 'detail';
  readonly id: Id;
  readonly box: CropBox;
  readonly reference: Id;
}

/** The most that a load may weigh, beside the body's own weight. */
export const HEAVIEST = 3;

/** Something heavy that a figure carries at one of its landmarks. */
export interface LoadMark {
  readonly kind: 'load';
  readonly id: Id;
  /** The name of the landmark, the sitter's left and right. */
  readonly on: string;
  /** What it weighs, beside the body's own weight as 1. */
  readonly share: number;
}

/** How places of a picture may lie to each other. */
export const RULE_KINDS = ['level', 'plumb', 'above', 'equal', 'begins'] as const;
export type RuleKind = (typeof RULE_KINDS)[number];

/** A relation that was noticed, to be looked for in every picture and drawing of its subject. */
export interface RuleMark {
  readonly kind: 'rule';
  readonly id: Id;
  readonly rule: RuleKind;
  /** Landmarks by their names, the sitter's left and right, in the order in which they were touched. */
  readonly on: readonly string[];
  /** The student's own words for it; empty where the desk's are used. */
  readonly text: string;
}

export type SightMark = LengthSight | TiltSight;
/** Whatever the student places on a reference. */
export type ReferenceMark =
  TraitMark | LandmarkMark | SightMark | DetailMark | SilhouetteMark | LoadMark | RuleMark;
export const MARK_KINDS = ['trait', 'landmark', 'sight', 'detail', 'silhouette', 'load', 'rule'] as const;
export type MarkKind = (typeof MARK_KINDS)[number];
