export * from './came-back.ts';
export { changeBetween } from './change-between.ts';
export * from './check.ts';
export { figureHeightOf, placementOf, referenceItems, type CheckedReference } from './checked-reference.ts';
export {
  asIntended,
  LARGEST_CHANGE,
  meaning,
  MOST_DEPARTURES,
  partOf,
  partsToMean,
  WHOLE_FIGURE,
  type Departure,
} from './departure.ts';
export { doubtAmong, NO_DOUBT } from './doubt.ts';
export * from './from-pages.ts';
export type { Finding, FindingKind, Mark } from './finding.ts';
export { formItem, landmarkItem, moveItem, type Item } from './item.ts';
export type { Hand } from './hand.ts';
export { deedOfAll, headlineOfAll } from './headline.ts';
export * from './kept-report.ts';
export {
  kindDeeds,
  kindSentences,
  NAMED_KINDS,
  namedThings,
  type NamedKind,
  type NamedThing,
} from './named-things.ts';
export type { Meant } from './meant.ts';
export { departureInWords, meantSentences, sizeInWords } from './meant-words.ts';
export type { AverageMiss } from './miss.ts';
export { nearestName } from './nearest.ts';
export * from './sentences.ts';
export { TOLERANCES, timeClassOf, toleranceOf, isJudged, GESTURE_SECONDS } from './tolerance.ts';
export type { ActionReport } from './action-line.ts';
export * from './action-words.ts';
export type { Plumb, WeightReport } from './weight.ts';
export { withoutSide, type Asymmetry } from './symmetry.ts';
export type { Triangle } from './triangles.ts';
export { planesBy, planesOf, type Plane, type PlanesReport } from './planes.ts';
export * from './value-words.ts';
export { movedValues, valuesOf, type ValueReport } from './values.ts';
export * from './weight-words.ts';
export type { Mend } from './mend.ts';
export type { GapOff } from './gaps-off.ts';
export type { Outlines, ShapeAnswer, ShapeReport } from './shape.ts';
export * from './shape-words.ts';
export type { LineUp } from './line-ups.ts';
export type { DepthReport } from './depth.ts';
export * from './depth-words.ts';
export type { MeasuredSight } from './noticed.ts';
export * from './noticed-words.ts';
export * from './relation-words.ts';
export { heldIn, type RuleHeld, type ToldRule } from './rules.ts';
export * from './rule-words.ts';
export type { NamedLength, Proportion, RelationsReport } from './relations.ts';
export type { Stretch } from './stretches.ts';
export { traceMarks } from './trace-marks.ts';
export * from './variant-words.ts';
export { variantsOf, type Bearing, type Variants } from './variants.ts';
