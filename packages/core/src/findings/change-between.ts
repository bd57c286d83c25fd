import { listed } from '../words/listed.ts';
import type { CheckReport } from './check.ts';
import type { Finding } from './finding.ts';
import { nameOf, plainNumber } from './sentences.ts';

type Told = Pick<CheckReport, 'findings' | 'perhaps' | 'folded' | 'unsure' | 'averageMiss'>;

/** So many standard errors a change of what is off is worth a word. */
const TOLD_ERRORS = 2;

/** How something clearly off before is off later: not any more, less, or as it was. */
function became(before: Finding, later: Told): 'right' | Finding | 'as it was' {
  const now = [...later.findings, ...later.perhaps, ...later.folded, ...later.unsure].find(
    ({ id }) => id === before.id,
  );
  if (!now || Math.abs(now.size) < now.tolerance) return 'right';
  const less = Math.abs(before.size) - Math.abs(now.size);
  const same = Math.sign(before.size) === Math.sign(now.size);
  return same && less > TOLD_ERRORS * Math.hypot(before.error, now.error) ? now : 'as it was';
}

/** Names with what is said of them: "the head and the left arm are right now"; nothing for none. */
const together = (names: readonly string[], said: string): string[] =>
  names.length === 0 ? [] : [`${listed(names)} ${names.length > 1 ? 'are' : 'is'} ${said}`];

/** Both misses where they differ by more than they are sure. */
function missChange(first: Told, second: Told): string {
  const [was, is] = [first.averageMiss, second.averageMiss];
  const less = (was?.value ?? 0) - (is?.value ?? 0);
  if (!was || !is || Math.abs(less) < TOLD_ERRORS * Math.hypot(was.error, is.error)) return 'about as near';
  return `${less > 0 ? 'nearer' : 'farther off'}, ${is.value.toFixed(1)} % after ${was.value.toFixed(1)} %`;
}

/**
 * What a second drawing of a picture makes of what was clearly off in the first, as one sentence: what is
 * right now, what is less off, what stayed; where nothing was off, how near both are on the whole.
 * @param against what the first is called
 * @returns null where one of them cannot be told
 */
export function changeBetween(first: Told, second: Told, against = 'your first'): string | null {
  if (!first.averageMiss || !second.averageMiss) return null;
  const what = first.findings.map((finding) => ({
    name: `the ${nameOf(finding)}`,
    unit: finding.kind === 'tilt' ? '°' : ' %',
    was: finding.size,
    now: became(finding, second),
  }));
  const named = (now: 'right' | 'as it was'): string[] => [
    ...new Set(what.filter((w) => w.now === now).map(({ name }) => name)),
  ];
  const less = what.flatMap(({ name, unit, was, now }) =>
    typeof now === 'string'
      ? []
      : [`${name} is less off, ${plainNumber(now.size)}${unit} after ${plainNumber(was)}${unit}`],
  );
  const parts = [
    ...together(named('right'), 'right now'),
    ...less,
    ...together(named('as it was'), 'as it was'),
  ];
  return `Against ${against}: ${parts.length > 0 ? parts.join('; ') : missChange(first, second)}.`;
}
