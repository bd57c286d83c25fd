export * from './alike.ts';
export * from './mark.ts';
export * from './picture-mark.ts';
export * from './preparation.ts';
export * from './rule.ts';
export * from './seen.ts';
export * from './sight.ts';
export * from './sight-compared.ts';
