import type { MeasuredSight } from './noticed.ts';

/** What a sight measured, and what it measures in the drawing, in one sentence. */
export function sightSentence({ kind, by, drawn, reference, holds }: MeasuredSight): string {
  const value = (of: number): string => (kind === 'tilt' ? `${Math.round(of)}°` : `${of.toFixed(2)} units`);
  const names = by && [...new Set(kind === 'length' ? by.slice(2) : by)];
  const what =
    names && names.length > 1 ? `From ${names[0]} to ${names[1]}` : kind === 'tilt' ? 'A tilt' : 'A length';
  if (drawn === null || holds === 'cannot tell')
    return `${what}: ${value(reference)} in the picture; here it cannot be told.`;
  return `${what}: ${value(reference)} in the picture, ${value(drawn)} here.`;
}
