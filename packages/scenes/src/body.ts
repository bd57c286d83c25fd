import type { Vector3 } from 'three';
import type { Field } from './field.ts';

/** A living body: its surface and its named points, metres. */
export interface Body {
  readonly field: Field;
  readonly landmarks: readonly { readonly name: string; readonly at: Vector3 }[];
}
