import type { Id, Patch, Thing } from './things.ts';

/** The version of the operation format this code writes. Each version only added to the one before. */
export const OPERATION_VERSION = 2;
export const READABLE_VERSIONS = [1, 2] as const;

/**
 * One gesture. What it adds, sets and removes happens together or not at all.
 * To add a thing that is there, or to set or remove one that is gone, does nothing.
 */
export interface Change {
  readonly add?: readonly Thing[];
  readonly set?: readonly { readonly id: Id; readonly to: Patch }[];
  readonly remove?: readonly Id[];
}

interface Stamp {
  readonly id: Id;
  readonly page: Id;
  readonly device: Id;
  /** Running number of that device on that page, from 1. */
  readonly n: number;
  /** The last page number that the device had seen; 0 where none. */
  readonly seen: number;
  /** Milliseconds since 1970, by the device's own clock: for people, never for order. */
  readonly at: number;
  readonly version: number;
}

export type Operation =
  | (Stamp & { readonly kind: 'change'; readonly body: Change })
  | (Stamp & { readonly kind: 'revert'; readonly body: { readonly ids: readonly Id[] } });

/** An operation with the page's own consecutive number, from 1, given when it is stored. */
export interface Numbered {
  readonly number: number;
  readonly operation: Operation;
}

/** Sheets that an operation lays something on. Empty for a revert. */
export function sheetsNamed(operation: Operation): Id[] {
  if (operation.kind === 'revert') return [];
  const { add = [], set = [] } = operation.body;
  return [...add, ...set.map((entry) => entry.to)].flatMap((thing) =>
    'sheet' in thing && thing.sheet !== undefined ? [thing.sheet] : [],
  );
}

/** Ids of the things an operation speaks of. */
export function thingsOf(operation: Operation): Id[] {
  if (operation.kind === 'revert') return [];
  const { add = [], set = [], remove = [] } = operation.body;
  return [...new Set([...add.map((thing) => thing.id), ...set.map((entry) => entry.id), ...remove])];
}
