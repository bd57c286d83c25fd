export * from './operations.ts';
export * from './resources.ts';
