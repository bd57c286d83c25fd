import type { Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';

/** 128 random bits as 32 lower-case hexadecimal digits. */
export type Id = string;

/** The paper itself. Its id is the page's id. Sizes in millimetres. */
export interface Paper {
  readonly type: 'page';
  readonly id: Id;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
}

export const SHEET_KINDS = ['picture', 'tone', 'guides', 'forms', 'ink'] as const;
export type SheetKind = (typeof SHEET_KINDS)[number];

/** One piece of tracing paper on a page. Sheets lie in the order of their fractional keys, lowest first. */
export interface Sheet {
  readonly type: 'sheet';
  readonly id: Id;
  readonly kind: SheetKind;
  readonly name: string;
  readonly order: string;
  /** 0 to 1. */
  readonly opacity: number;
  readonly hidden: boolean;
  readonly locked: boolean;
}

export const PENS = ['pencil', 'pen'] as const;
export type PenKind = (typeof PENS)[number];

/** Where a line takes its width from: the pen's own pressure, the hand's speed, or nothing. */
export const PRESSURES = ['device', 'speed', 'even'] as const;
export type PressureSource = (typeof PRESSURES)[number];

/** One line drawn without lifting. `points` is the raw record (see stroke-code.ts). */
export interface Stroke {
  readonly type: 'stroke';
  readonly id: Id;
  readonly sheet: Id;
  readonly order: string;
  readonly points: string;
  readonly pen: PenKind;
  /** Width of the line at middle pressure, millimetres. */
  readonly size: number;
  readonly colour: string;
  readonly pressure: PressureSource;
}

export type Shape =
  | { readonly kind: 'ellipse'; readonly rx: number; readonly ry: number }
  | { readonly kind: 'trapezoid'; readonly corners: readonly [Point, Point, Point, Point] };

export const FORM_KINDS = ['ellipse', 'trapezoid'] as const satisfies readonly Shape['kind'][];
export type FormKind = Shape['kind'];

/** A construction shape about its own origin, laid on the page by `transform`. */
export interface Form {
  readonly type: 'form';
  readonly id: Id;
  readonly sheet: Id;
  readonly order: string;
  readonly shape: Shape;
  readonly transform: Affine;
  /** What the form stands for, or null where the student gave no name. */
  readonly part: string | null;
}

export const GUIDE_KINDS = ['ground', 'level', 'plumb'] as const;
export type GuideKind = (typeof GUIDE_KINDS)[number];

/** A construction line right across the page: `at` is y for ground and level, x for plumb, millimetres. */
export interface Guide {
  readonly type: 'guide';
  readonly id: Id;
  readonly sheet: Id;
  readonly kind: GuideKind;
  readonly at: number;
}

export const LANDMARK_STATES = ['set', 'not drawn', 'hidden'] as const;
export type LandmarkState = (typeof LANDMARK_STATES)[number];

/** A named point of the drawing. `at` counts only where the state is 'set'. */
export interface Landmark {
  readonly type: 'landmark';
  readonly id: Id;
  readonly sheet: Id;
  readonly name: string | null;
  readonly state: LandmarkState;
  readonly at: Point;
  /** How surely it was placed: standard deviation in each direction, millimetres. */
  readonly spread: number;
}

/** A reference laid on the page: `transform` goes from prepared-picture pixels to millimetres. */
export interface Placement {
  readonly type: 'placement';
  readonly id: Id;
  readonly sheet: Id;
  readonly order: string;
  readonly reference: Id;
  /** Revision of the preparation it shows; 0 is the untouched original. */
  readonly revision: number;
  readonly transform: Affine;
}

export type Thing = Paper | Sheet | Stroke | Form | Guide | Landmark | Placement;
export type ThingType = Thing['type'];
export type ThingOf<T extends ThingType> = Extract<Thing, { type: T }>;

type Changes<T> = T extends Thing ? Partial<Omit<T, 'id' | 'type'>> : never;
/** New values for some of a thing's own fields; never its id or type. */
export type Patch = Changes<Thing>;
