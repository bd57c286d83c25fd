import type { CheckReport } from './check.ts';
import type { Finding } from './finding.ts';
import { nameOf, plainNumber, standing } from './sentences.ts';

/** A drawing that was judged, by whatever the caller knows it by. */
export interface Judged<Key> {
  readonly key: Key;
  readonly report: Pick<CheckReport, 'findings' | 'perhaps' | 'sides'>;
}

/** One thing that is off the same way in several drawings. */
export interface CameBack<Key> {
  /** What is off and which way: "the shoulder line is flatter than it is". */
  readonly words: string;
  readonly about: string;
  readonly drawings: readonly Key[];
  /** Of how many that were judged. */
  readonly of: number;
  /** By how much at the least and at the most, in words: "6 to 11°". */
  readonly by: string;
}

/** Fewer drawings than this, or a smaller share of them, is no coming back. */
const FEWEST = 2;
const LEAST_SHARE = 0.25;

/**
 * What is off the same way in most drawings of a session; what is said clearly counts before what is said
 * perhaps.
 * @param judged the drawings that could be told
 * @returns null where nothing is off the same way in at least two of them and in a quarter
 */
export function whatCameBack<Key>(judged: readonly Judged<Key>[]): CameBack<Key> | null {
  const found = new Map<
    string,
    { finding: Finding; words: string; keys: Key[]; sizes: number[]; weight: number }
  >();
  for (const { key, report } of judged) {
    for (const finding of [...report.findings, ...report.perhaps]) {
      const words = `the ${nameOf(finding)} ${standing(finding, report.sides)}`;
      const id = `${finding.id.split(':')[0]} ${words}`;
      const entry = found.get(id) ?? { finding, words, keys: [], sizes: [], weight: 0 };
      if (entry.keys.includes(key)) continue;
      entry.keys.push(key);
      entry.sizes.push(Math.abs(finding.size));
      entry.weight += finding.sure === 'clearly' ? 1 : 0.5;
      found.set(id, entry);
    }
  }
  const [most] = [...found.values()].sort((a, b) => b.weight - a.weight);
  if (!most || most.keys.length < Math.max(FEWEST, LEAST_SHARE * judged.length)) return null;
  const [least, largest] = [Math.min(...most.sizes), Math.max(...most.sizes)].map(plainNumber);
  const unit = most.finding.kind === 'tilt' ? '°' : ' %';
  return {
    words: most.words,
    about: nameOf(most.finding),
    drawings: most.keys,
    of: judged.length,
    by: least === largest ? `${least}${unit}` : `${least} to ${largest}${unit}`,
  };
}
