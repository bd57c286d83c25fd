import { DetailPart } from './detail-part';
import { LandmarkPart } from './landmark-part';
import { RulePart } from './rule-part';
import { SightPart } from './sight-part';
import { TraitPart } from './trait-part';

/** What one does with a picture before drawing from it, by the word on the screen. */
export const OBSERVED = {
  Notice: TraitPart,
  Relations: RulePart,
  Landmarks: LandmarkPart,
  Sights: SightPart,
  Details: DetailPart,
} as const;
export type ObservedName = keyof typeof OBSERVED;

/** Their words in the order in which they are offered. */
export const OBSERVED_NAMES = Object.keys(OBSERVED) as ObservedName[];
