export * from './detect.ts';
export * from './landmarks.ts';
export * from './person-mask.ts';
export * from './reading.ts';
