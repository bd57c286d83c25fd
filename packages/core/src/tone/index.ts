export * from './figure-mask.ts';
export * from './lab.ts';
export * from './mask.ts';
export * from './propose-colours.ts';
export * from './values.ts';
