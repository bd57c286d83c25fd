/** Ways to see one's drawing afresh. Mirrored belongs to the view; these are laid over it, one at a time. */
export const SECOND_LOOKS = ['small', 'squint', 'grey', 'silhouette', 'gaps', 'on white', 'on grey'] as const;
/** Looks that a picture can be seen through as well; the others are about the paper. */
export const PICTURE_LOOKS = ['small', 'squint', 'grey', 'silhouette', 'gaps'] as const;

/** The paper that shows where nothing is laid, in place of its own: what was left unfilled comes out. */
export const PAPER_LOOKS: Partial<Readonly<Record<LookName, string>>> = {
  'on white': '#FFFFFF',
  'on grey': '#8E8E8E',
};
export type LookName = (typeof SECOND_LOOKS)[number];

export interface Look {
  readonly name: LookName | null;
  /** Groups of values that a squint leaves, 2 to 5. */
  readonly values: number;
}

export const NO_LOOK: Look = { name: null, values: 3 };
