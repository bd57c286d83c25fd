export * from './arc.ts';
export * from './guide-line.ts';
export * from './kinds.ts';
export * from './snap.ts';
