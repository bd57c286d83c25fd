export * from './affine.ts';
export * from './angle.ts';
export * from './box.ts';
export * from './moments.ts';
export * from './point.ts';
