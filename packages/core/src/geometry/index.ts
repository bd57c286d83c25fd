export * from './affine.ts';
export * from './angle.ts';
export * from './bend.ts';
export * from './box.ts';
export * from './homography.ts';
export * from './moments.ts';
export * from './point.ts';
export * from './polygon.ts';
