import type { Shape } from '../forms/shape.ts';
import type { Affine } from '../geometry/affine.ts';
import type { Area } from '../geometry/area.ts';
import type { Point } from '../geometry/point.ts';
import { ANCHORED_KINDS, type AnchoredKind } from '../guides/kinds.ts';

/** 128 random bits as 32 lower-case hexadecimal digits. */
export type Id = string;

/** The page itself: a sheet of paper. Its id is the page's id. Sizes in millimetres. */
export interface Page {
  readonly type: 'page';
  readonly id: Id;
  /** Where its left top corner lies: 0, 0 until it is grown to the left or upward. */
  readonly x?: number;
  readonly y?: number;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
  /** The page parted into equal cells, one pose each; none where null or absent. */
  readonly cells?: { readonly columns: number; readonly rows: number } | null;
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
  /** Darkens what lies under it instead of covering it. */
  readonly multiply?: boolean;
  /** Sheets of the same group are hidden, faded and locked together. */
  readonly group?: string | null;
}

/** What makes a stroke; the rubber cuts out of what was drawn before on its own sheet. */
export const PENS = ['pencil', 'pen', 'shade', 'rubber'] as const;
export type PenKind = (typeof PENS)[number];

/** Where a line takes its width from: the pen's own pressure, the hand's speed, or nothing. */
export const PRESSURES = ['device', 'speed', 'even'] as const;
export type PressureSource = (typeof PRESSURES)[number];

/**
 * One line drawn without lifting. `points` is the raw record (see stroke-code.ts). Where a number
 * from 0 to 1 is absent, it is its pen's own (see stroke-look.ts).
 */
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
  /** 1 for a crisp edge, 0 for the softest. */
  readonly hardness?: number;
  /** How much of the width follows pressure. */
  readonly response?: number;
  /** How far the line is smoothed on showing; the record stays raw. */
  readonly smoothing?: number;
  /** How dark it is at middle pressure. */
  readonly strength?: number;
  /** How much of that follows pressure: at 1, twice as dark where it is pressed hardest. */
  readonly darkening?: number;
  /** From the record's millimetres to the page's: where the stroke has been moved to. */
  readonly transform?: Affine;
}

/** The few values of a drawing that is blocked in, from the lightest. */
export const MASS_VALUES = ['light', 'middle', 'dark'] as const;
export type MassValue = (typeof MASS_VALUES)[number];

/** An area filled with one value. `area` is in the page's millimetres before `transform`. */
export interface Mass {
  readonly type: 'mass';
  readonly id: Id;
  readonly sheet: Id;
  readonly order: string;
  readonly area: Area;
  readonly value: MassValue;
  /** From the area's millimetres to the page's: where it has been moved to. */
  readonly transform?: Affine;
}

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
  /** What it hangs on, and where: a place of its own shape. Null or absent where it hangs on nothing. */
  readonly joint?: Joint | null;
  /** Whether it interrupts the outlines that lie behind it on its sheet. */
  readonly covers?: boolean;
}

/** By what a form hangs on another: `at` is in the form's own millimetres, before its transform. */
export interface Joint {
  readonly on: Id;
  readonly at: Point;
}

export const ACROSS_KINDS = ['ground', 'level', 'plumb'] as const;
export type AcrossKind = (typeof ACROSS_KINDS)[number];
export const GUIDE_KINDS = [...ACROSS_KINDS, ...(Object.keys(ANCHORED_KINDS) as AnchoredKind[])] as const;
export type GuideKind = (typeof GUIDE_KINDS)[number];

/** A construction line right across the page: `at` is y for ground and level, x for plumb, millimetres. */
export interface AcrossGuide {
  readonly type: 'guide';
  readonly id: Id;
  readonly sheet: Id;
  readonly kind: AcrossKind;
  readonly at: number;
}

/** A place that a guide is laid by. */
export interface Anchor {
  /** Where it lies, or lay when it was last set: counts where it hangs on nothing, or on what is gone. */
  readonly at: Point;
  /** What it hangs on: a form, a landmark, an axis or another guide. */
  readonly on?: Id;
  /** Which place of that (see places.ts). */
  readonly place?: string;
}

/** A construction that is laid by places, each its own or one of something that it goes along with. */
export interface AnchoredGuide {
  readonly type: 'guide';
  readonly id: Id;
  readonly sheet: Id;
  readonly kind: AnchoredKind;
  readonly through: readonly Anchor[];
  /** Parts that a line is divided into, or steps that a distance is taken off. */
  readonly count?: number;
  /** How far a centre line is turned, -1 to 1. */
  readonly turn?: number;
  /** Of a sight, the one on the reference that it is held against. */
  readonly sight?: Id;
}

export type Guide = AcrossGuide | AnchoredGuide;

/** Whether a guide is laid by places, not right across the page. */
export const isAnchored = (guide: Guide): guide is AnchoredGuide => guide.kind in ANCHORED_KINDS;

/** The line that symmetry is drawn about; a page has one at the most. */
export interface MirrorAxis {
  readonly type: 'axis';
  readonly id: Id;
  readonly sheet: Id;
  readonly from: Point;
  readonly to: Point;
}

/**
 * Words, an arrow or a count of strokes ticked off, about its own origin and laid on the page by `transform`.
 */
export interface Note {
  readonly type: 'note';
  readonly id: Id;
  readonly sheet: Id;
  readonly order: string;
  readonly transform: Affine;
  readonly colour: string;
  readonly says: Saying;
}

export type Saying =
  | {
      readonly kind: 'text';
      readonly text: string;
      /** Height of a line, millimetres. */ readonly size: number;
    }
  | { readonly kind: 'arrow'; readonly to: Point }
  | { readonly kind: 'count'; readonly count: number; readonly size: number };

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
  /**
   * Where it is paper that was photographed, `reference` is the paper's and the picture what was lifted from
   * it.
   */
  readonly of?: 'paper';
  /** Revision of the preparation it shows; 0 is the untouched original. */
  readonly revision: number;
  readonly transform: Affine;
  /** A piece cut out along an outline, prepared-picture pixels; the whole picture where null or absent. */
  readonly clip?: readonly Point[] | null;
  /** Where a bent piece's grid points have gone, still in picture pixels (see mesh.ts). */
  readonly mesh?: Mesh | null;
  /** Kept, but neither shown nor touched. */
  readonly hidden?: boolean;
}

/** A grid over the box of a piece's outline, `columns` × `rows` cells; its points row by row. */
export interface Mesh {
  readonly columns: number;
  readonly rows: number;
  readonly points: readonly Point[];
}

/** A name for the page as it stood just before this was added. */
export interface Version {
  readonly type: 'version';
  readonly id: Id;
  readonly name: string;
  /** Milliseconds since 1970. */
  readonly at: number;
}

export type Thing =
  Page | Sheet | Stroke | Mass | Form | Guide | MirrorAxis | Note | Landmark | Placement | Version;
export type ThingType = Thing['type'];
/** What lies on a sheet. */
export type SheetThing = Extract<Thing, { sheet: Id }>;
export type ThingOf<T extends ThingType> = Extract<Thing, { type: T }>;

type Changes<T> = T extends Thing ? Partial<Omit<T, 'id' | 'type'>> : never;
/** New values for some of a thing's own fields; never its id or type. */
export type Patch = Changes<Thing>;
