/** Ways to see one's drawing afresh. Mirrored belongs to the view; these are laid over it, one at a time. */
export const SECOND_LOOKS = ['small', 'squint', 'grey', 'silhouette', 'gaps'] as const;
export type LookName = (typeof SECOND_LOOKS)[number];

export interface Look {
  readonly name: LookName | null;
  /** Groups of values that a squint leaves, 2 to 5. */
  readonly values: number;
}

export const NO_LOOK: Look = { name: null, values: 3 };
