export * from './against-recipe.ts';
export * from './balance.ts';
export * from './closed-gaps.ts';
export * from './lights.ts';
export * from './look-over.ts';
export * from './mirrored-pairs.ts';
export * from './outlines.ts';
export * from './touches.ts';
