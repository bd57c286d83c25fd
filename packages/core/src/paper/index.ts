export * from './centre-lines.ts';
export * from './clusters.ts';
export { findPage, inReadingOrder, type PageFound } from './find-page.ts';
export * from './lift-ink.ts';
export * from './picture-lines.ts';
export type { Rgb } from './picture.ts';
export * from './straighten.ts';
