export * from './drawn-silhouette.ts';
export * from './gap-pairs.ts';
export * from './outline-distance.ts';
export * from './overlap.ts';
export * from './refit.ts';
export * from './warp.ts';
export * from './near-lines.ts';
export * from './near-touch.ts';
