import type { Box3, Vector3 } from 'three';
import type { Field } from './field.ts';

export interface Worn {
  readonly field: Field;
  readonly colour: string;
  /** Room and cells of its own, where it is much smaller than the body. */
  readonly box?: Box3;
  readonly cell?: number;
  /** What a bust stands on, left out where it is set on a body. */
  readonly stand?: true;
}

/** A living body: its surfaces and its named points, metres. */
export interface Body {
  /** The body itself: tells which landmarks are covered. */
  readonly field: Field;
  readonly colour: string;
  /** What it wears or grows, each in its own colour. */
  readonly worn: readonly Worn[];
  readonly landmarks: readonly { readonly name: string; readonly at: Vector3 }[];
  /** Room that holds all of it, and the size of the cells it is meshed with. */
  readonly box: Box3;
  readonly cell: number;
}
