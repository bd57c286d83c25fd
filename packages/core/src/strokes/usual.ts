import { median } from '../geometry/median.ts';
import type { LineFigures } from './line-figures.ts';

/** Fewer drawings than this have nothing usual about them. */
export const FEWEST_FOR_USUAL = 5;

/** Each figure's middle value over a student's other drawings; null for one that too few of them have. */
export type Usual = { readonly [Name in keyof LineFigures]: number | null };

const NAMES = ['strokes', 'length', 'restated', 'pace', 'smoothness', 'pressure'] as const;

/** What is usual in some drawings. Each figure needs five that have it. */
export function usualOf(drawings: readonly LineFigures[]): Usual {
  const entries = NAMES.map((name) => {
    const values = drawings.flatMap((drawing) => drawing[name] ?? []);
    return [name, values.length < FEWEST_FOR_USUAL ? null : median(values)];
  });
  return Object.fromEntries(entries) as Usual;
}
