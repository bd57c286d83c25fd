export * from './geometry/index.ts';
export * from './page/index.ts';
