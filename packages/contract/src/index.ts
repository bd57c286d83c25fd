export * from './boards.ts';
export * from './operations.ts';
export * from './references.ts';
export * from './resources.ts';
export * from './services.ts';
export * from './sets.ts';
export * from './sessions.ts';
export * from './papers.ts';
