export * from './distances.ts';
export * from './fill.ts';
export * from './gaps.ts';
export * from './mask.ts';
export * from './outlines.ts';
export * from './regions.ts';
export * from './silhouette.ts';
