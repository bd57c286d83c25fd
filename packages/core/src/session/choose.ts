/** As much of a reference as choosing looks at. */
export interface Choosable {
  readonly id: string;
  /** How many attempts were drawn from it. */
  readonly attempts: number;
}

/**
 * Pictures for a session: the least drawn first, in the set's own order where that is equal, and
 * none again before the set is through.
 */
export function choosePictures<T extends Choosable>(set: readonly T[], count: number): T[] {
  const chosen: T[] = [];
  while (chosen.length < count && set.length > 0) {
    const round = Math.floor(chosen.length / set.length);
    const order = set.map((picture, place) => ({ picture, place })).sort((a, b) => a.picture.attempts - b.picture.attempts || a.place - b.place);
    chosen.push(...order.slice(0, Math.min(set.length, count - round * set.length)).map(({ picture }) => picture));
  }
  return chosen.slice(0, count);
}
