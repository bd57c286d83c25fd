/**
 * What a kind of subject is made of, as far as names go: offered to the student, never demanded,
 * and used by the check to know what moves along with what.
 */
export interface Subject {
  readonly key: SubjectKey;
  readonly title: string;
  /** Whether it has a left and a right of its own, whichever way it is turned. */
  readonly sided: boolean;
  /** Names offered for landmarks, in the order of the quick run. */
  readonly landmarks: readonly string[];
  /** The few landmarks that suffice for a first check. */
  readonly essential: readonly string[];
  /** Names offered for forms, in the order in which one builds. */
  readonly parts: readonly string[];
  /** Named lines between two landmarks. */
  readonly axes: readonly Axis[];
  /** Lines through landmarks that a hand draws first, where the subject is no figure. */
  readonly sticks: readonly (readonly string[])[];
  /** What each part or landmark hangs on; what is not named here hangs on nothing. */
  readonly hangs: Readonly<Record<string, string>>;
  /** Landmarks that hang on whichever of some others lies nearest to them in the picture. */
  readonly nearest: Readonly<Record<string, readonly string[]>>;
  /** Landmarks that belong to a part's own form and change with it. */
  readonly own: Readonly<Record<string, readonly string[]>>;
}

/**
 * How a line between two landmarks may depart: a `line` turns about its middle; a `limb` turns about its
 * first end and takes along what hangs on its second; a `part` grows about its middle, so that its length is
 * said as its size; a `chain` is a limb's whole length, grown from its first end with all that hangs there.
 */
export type AxisKind = 'line' | 'limb' | 'part' | 'chain';

export interface Axis {
  readonly name: string;
  readonly kind: AxisKind;
  readonly ends: readonly [string, string];
  /** Parts and landmarks that turn with the line, with all that hangs on them. */
  readonly carries: readonly string[];
}

export const SUBJECT_KEYS = [
  'figure',
  'head',
  'hand',
  'eye',
  'nose',
  'mouth',
  'ear',
  'animal',
  'animal head',
  'paw',
  'box',
  'building',
  'thing',
] as const;
export type SubjectKey = (typeof SUBJECT_KEYS)[number];
