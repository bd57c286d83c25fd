export * from './arc.ts';
export * from './guide-line.ts';
export * from './kinds.ts';
export * from './measure.ts';
export * from './snap.ts';
