import { LISTED_AT_ONCE } from '@deft/contract';

/**
 * The part of a list that a row lies in: where it begins, how much it holds, and the row's place in it. It
 * holds whole rows, so that each comes from one answer.
 */
export function partOfRow(row: number, columns: number): { from: number; count: number; place: number } {
  const count = Math.ceil(LISTED_AT_ONCE / columns) * columns;
  const from = Math.floor((row * columns) / count) * count;
  return { from, count, place: row * columns - from };
}
