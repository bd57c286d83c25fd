import { ALIKE, likenessDistance } from '../reference/alike.ts';
import { seeded } from '../random/seeded.ts';

/** As much of a reference as choosing looks at. */
export interface Choosable {
  readonly id: string;
  /** How many attempts were drawn from it. */
  readonly attempts: number;
  readonly createdAt: number;
  readonly subject: string;
  /** See alike.ts; empty where it is not known. */
  readonly likeness: string;
}

export const CHOICES = ['least drawn', 'random', 'new first', 'weakest subject', 'in order'] as const;
/** Which pictures of a set come first. */
export type Choice = (typeof CHOICES)[number];

export interface ChoosingOptions {
  readonly choice: Choice;
  /** Decides what chance decides: the same seed chooses the same. */
  readonly seed: number;
  /** Average miss of each subject in per cent of the figure's height, where anything of it was checked. */
  readonly misses?: Readonly<Record<string, number>>;
}

/** Pictures between two that look alike, where the set has so many. */
export const APART = 3;

/** A shuffled copy (Fisher and Yates, as Durstenfeld has it). */
function shuffled<T>(things: readonly T[], random: () => number): T[] {
  const all = [...things];
  for (let i = all.length - 1; i > 0; i -= 1) {
    const j = Math.floor(random() * (i + 1));
    [all[i], all[j]] = [all[j] as T, all[i] as T];
  }
  return all;
}

function inOrder<T extends Choosable>(
  set: readonly T[],
  { choice, misses = {} }: ChoosingOptions,
  random: () => number,
): T[] {
  switch (choice) {
    case 'in order':
      return [...set];
    case 'random':
      return shuffled(set, random);
    case 'new first':
      return [...set].sort((a, b) => b.createdAt - a.createdAt);
    case 'least drawn':
      return [...set].sort((a, b) => a.attempts - b.attempts);
    case 'weakest subject': {
      const miss = ({ subject }: T): number => misses[subject] ?? -1;
      return [...set].sort((a, b) => miss(b) - miss(a) || a.attempts - b.attempts);
    }
  }
}

const alike = (a: Choosable, b: Choosable): boolean =>
  a.id === b.id ||
  (a.likeness !== '' &&
    a.likeness.length === b.likeness.length &&
    likenessDistance(a.likeness, b.likeness) <= ALIKE);

/**
 * Puts off what looks like one of the last few. What is left in the end with nothing to put between
 * goes to where it lies furthest from its likes.
 */
function spaced<T extends Choosable>(order: readonly T[], before: readonly T[]): T[] {
  const waiting = [...order];
  const out: T[] = [...before];
  for (;;) {
    const last = out.slice(-APART);
    const at = waiting.findIndex((picture) => !last.some((one) => alike(one, picture)));
    if (at < 0) break;
    out.push(...waiting.splice(at, 1));
  }
  for (const picture of waiting) {
    const likes = out.flatMap((one, i) => (alike(one, picture) ? [i] : []));
    const nearest = (at: number): number => Math.min(...likes.map((i) => (i < at ? at - i : i - at + 1)));
    let best = out.length;
    for (let at = out.length - 1; at >= before.length; at -= 1) if (nearest(at) > nearest(best)) best = at;
    out.splice(best, 0, picture);
  }
  return out.slice(before.length);
}

/**
 * Pictures for a session: none again before the set is through, and what looks alike kept apart.
 * Each round through the set is ordered anew, so that chance does not repeat itself.
 */
export function choosePictures<T extends Choosable>(
  set: readonly T[],
  count: number,
  options: ChoosingOptions,
): T[] {
  const random = seeded(options.seed);
  const chosen: T[] = [];
  while (chosen.length < count && set.length > 0) {
    const round = inOrder(set, options, random).slice(0, count - chosen.length + APART);
    chosen.push(...spaced(round, chosen).slice(0, count - chosen.length));
  }
  return chosen;
}

/**
 * Another picture for one place of a session, by the rules that its pictures were chosen by: one that has no
 * place in it yet and, where the set has such, is not like its neighbours. Where all have one, any other.
 * @param taken ids of the pictures of all places, in order
 * @returns null where the set has no other picture
 */
export function chooseInstead<T extends Choosable>(
  set: readonly T[],
  taken: readonly string[],
  at: number,
  options: ChoosingOptions,
): T | null {
  const others = set.filter(({ id }) => id !== taken[at]);
  const free = others.filter(({ id }) => !taken.includes(id));
  const order = inOrder(free.length > 0 ? free : others, options, seeded(options.seed));
  const beside = new Set(taken.filter((_, i) => i !== at && Math.abs(i - at) <= APART));
  const near = set.filter(({ id }) => beside.has(id));
  return order.find((picture) => !near.some((one) => alike(one, picture))) ?? order[0] ?? null;
}
