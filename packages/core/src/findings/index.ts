export * from './came-back.ts';
export * from './check.ts';
export * from './from-pages.ts';
export type { Finding, FindingKind, Mark } from './finding.ts';
export { formItem, landmarkItem, moveItem, type Item } from './item.ts';
export type { AverageMiss } from './miss.ts';
export * from './sentences.ts';
export { TOLERANCES, toleranceOf, isJudged, GESTURE_SECONDS } from './tolerance.ts';
