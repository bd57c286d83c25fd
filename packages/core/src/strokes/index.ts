export * from './hand-strokes.ts';
export * from './line-figures.ts';
export * from './line-words.ts';
export * from './order-of-work.ts';
export * from './order-words.ts';
export { restatedLines } from './restated.ts';
export { smoothnessOf } from './smoothness.ts';
export * from './usual.ts';
