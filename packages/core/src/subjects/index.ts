export * from './subject.ts';
export * from './subjects.ts';
export * from './body-parts.ts';
