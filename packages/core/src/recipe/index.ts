export * from './between-kinds.ts';
export * from './equal-measures.ts';
export * from './estimate.ts';
export * from './head-from-front.ts';
export * from './lay.ts';
export * from './recipe.ts';
export * from './recipe-words.ts';
export * from './traced-part.ts';
