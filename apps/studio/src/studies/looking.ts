import type { Id } from '@deft/core/page';

/** How one looks at a drawing that is checked. */
export interface Looking {
  readonly way: 'over' | 'beside';
  /** How strongly the picture shows under the drawing, 0 to 1. */
  readonly strength: number;
  /** The picture alone, for as long as one holds. */
  readonly alone: boolean;
  /** As it was drawn, instead of as the fit lays it. */
  readonly asDrawn: boolean;
  /** What it is held against: the picture, its trace, or an earlier attempt. */
  readonly against: 'picture' | 'trace' | Id;
}

export const LOOKING: Looking = {
  way: 'over',
  strength: 0.4,
  alone: false,
  asDrawn: false,
  against: 'picture',
};
