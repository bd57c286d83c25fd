export * from './figure-mask.ts';
export * from './foreground.ts';
export * from './lab.ts';
export * from './lightness.ts';
export * from './propose-colours.ts';
export * from './soften.ts';
export * from './tone-curve.ts';
export * from './values.ts';
