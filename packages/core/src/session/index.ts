export * from './choose.ts';
export * from './clock.ts';
