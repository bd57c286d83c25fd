export * from './mirror.ts';
export * from './pairing.ts';
export * from './robust.ts';
export * from './similarity.ts';
