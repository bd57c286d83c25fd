/** A simulated camera: made pages, and made photos of them with everything that a desk does to a photo. */
export * from './made-page.ts';
export * from './made-photo.ts';
export * from './figures.ts';
export * from './made-case.ts';
