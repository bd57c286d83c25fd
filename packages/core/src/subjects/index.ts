export * from './subject.ts';
export * from './subjects.ts';
