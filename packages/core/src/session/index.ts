export * from './choose.ts';
export * from './clock.ts';
export * from './old-bells.ts';
export * from './plan.ts';
export * from './read-clock.ts';
export * from './read-time.ts';
export * from './spoken-time.ts';
