export * from './findings/index.ts';
export * from './fit/index.ts';
export * from './geometry/index.ts';
export * from './page/index.ts';
export * from './reference/index.ts';
export { gaussian, seeded } from './seeded.ts';
export * from './session/index.ts';
export * from './subjects/index.ts';
export * from './tone/index.ts';
