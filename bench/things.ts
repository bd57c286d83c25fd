import { findLandmarks } from '@deft/core/ink';
import { SUBJECT_KEYS } from '@deft/core/subjects';
import { quantile, row } from './table.ts';
import { thingCase, things } from './thing-cases.ts';

/**
 * Heads, animals, boxes, buildings and other things from ink alone, by the lines of their pictures: made
 * drawings of the demo's, and drawings of other pictures of the same subject. DEFT_THINGS says how many.
 */
const COUNT = Number(process.env['DEFT_THINGS'] ?? 200);
const FIRST = 9_100_000;
const [LAID, WRONG] = [0.02, 0.04];
const TRAPS = Math.round(COUNT / 4);

const laid = new Map<string, { of: number; laid: number }>();
const times: number[] = [];
let [answered, within, wrong] = [0, 0, 0];
for (let i = 0; i < COUNT; i += 1) {
  const of = things[i % things.length]!;
  const { lines, reference, truth, height } = await thingCase(FIRST + i, of);
  const began = performance.now();
  const { found } = findLandmarks(lines, reference);
  times.push(performance.now() - began);
  const offs = (found?.landmarks ?? []).flatMap(({ name, at }) => {
    const truly = truth.get(name);
    return truly ? [Math.hypot(at.x - truly.x, at.y - truly.y) / height] : [];
  });
  const off = offs.length > 0 ? quantile(offs, 0.5) : Infinity;
  const kind = laid.get(of.subject) ?? { of: 0, laid: 0 };
  laid.set(of.subject, { of: kind.of + 1, laid: kind.laid + (off <= LAID ? 1 : 0) });
  if (found) answered += 1;
  if (off <= LAID) within += 1;
  if (found && off > WRONG) wrong += 1;
}
let trapped = 0;
for (let i = 0; i < TRAPS; i += 1) {
  const of = things[(3 * i) % things.length]!;
  const same = things.filter(({ subject, file }) => subject === of.subject && file !== of.file);
  const { lines, reference } = await thingCase(FIRST + 100_000 + i, of, same[(5 * i) % same.length]!);
  if (findLandmarks(lines, reference).found) trapped += 1;
}
const share = (n: number, of: number): string => `${((100 * n) / of).toFixed(0)} % of ${of}`;
row('no figures: laid within 2 %', share(within, COUNT), 'at least 90 %', within >= 0.9 * COUNT);
for (const subject of SUBJECT_KEYS) {
  const kind = laid.get(subject);
  if (kind) row(`  ${subject}`, share(kind.laid, kind.of), 'reported');
}
row('answered', share(answered, COUNT), 'reported');
row('of those, laid wrong by over 4 %', share(wrong, answered), 'at most 5 %', wrong <= 0.05 * answered);
row('drawings of another picture answered', share(trapped, TRAPS), 'at most 3 %', trapped <= 0.03 * TRAPS);
row(
  'a drawing, 90th percentile',
  `${quantile(times, 0.9).toFixed(0)} ms`,
  'at most 1200 ms',
  quantile(times, 0.9) <= 1200,
);
