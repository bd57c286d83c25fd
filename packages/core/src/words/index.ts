export * from './capital.ts';
export * from './counted.ts';
export * from './listed.ts';
