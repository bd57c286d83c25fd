export * from './find-landmarks.ts';
export { inkOf, type Ink } from './ink.ts';
export type { Evidence } from './judge.ts';
export type { PictureLine } from './skeleton.ts';
