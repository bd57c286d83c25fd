export * from './from-path.ts';
export * from './handles.ts';
export * from './inner-lines.ts';
export * from './outline.ts';
export * from './shape.ts';
export * from './spine.ts';
export * from './guess/guess.ts';
