import type { Point } from '@deft/core/geometry';
import { gaussian, seeded } from '@deft/core/random';
import { candidatesFor, topicsOf } from '../packages/core/src/findings/causes.ts';
import { errorOf, sizeOf } from '../packages/core/src/findings/explain.ts';
import { landmarkItem } from '@deft/core/findings';
import { fitModel } from '../packages/core/src/findings/model.ts';
import { planted, type Change, type Places } from '../packages/core/src/testing/drawn-figure.ts';
import { familyOf, figures, someChange } from './ink-cases.ts';
import { checkLandmarks, figure, isNamed, namesOf, realOf, topicId } from './planted.ts';
import { subjectIn } from '@deft/core/subjects';
import { isFalse } from '../packages/core/src/testing/planted.ts';
import { row } from './table.ts';

/** Landmark drawings of known unsteadiness, with nothing to four changes planted: what of it is named. */

const SEEDS = Number(process.env['DEFT_FINDING_SEEDS'] ?? 1000);
/** Apart from the seeds that what is believed was calibrated on (from 7,500,000). */
const FIRST = Number(process.env['DEFT_FINDING_FIRST'] ?? 7_000_000);

const tally = {
  moved: 0,
  named: 0,
  clearly: 0,
  falseClearly: 0,
  perhaps: 0,
  falsePerhaps: 0,
  bare: 0,
  bareSays: 0,
};
const missed: Record<string, number> = {};
const wrong: Record<string, number> = {};
for (let seed = 1; seed <= SEEDS; seed += 1) {
  const random = seeded(FIRST + seed);
  const picture = figures[Math.floor(random() * figures.length)]!;
  const { height } = picture.truth;
  const reference: Places = new Map(picture.truth.landmarks.map(({ name, at }) => [name, at]));
  const count = seed % 5;
  const changes: Change[] = [];
  while (changes.length < count) {
    const change = someChange(random);
    const same = (other: Change): boolean => familyOf(other) === familyOf(change);
    if (!changes.some(same)) changes.push(change);
  }
  let places = reference;
  for (const change of changes) places = planted(places, change);
  const spread = (0.002 + 0.008 * random()) * height;
  const drawn = [...places].map(([name, p]) => ({
    name,
    at: { x: p.x + spread * gaussian(random), y: p.y + spread * gaussian(random) } as Point,
    spread,
  }));
  const report = checkLandmarks(drawn, reference, height);
  const real = realOf(places, reference, height);
  const listed = [...report.findings, ...report.perhaps];
  if (count === 0) {
    tally.bare += 1;
    if (report.findings.length > 0) tally.bareSays += 1;
  }
  for (const change of changes) {
    if (oracle(change, changes) < 4) continue;
    tally.moved += 1;
    if (isNamed(change, listed)) tally.named += 1;
    else missed[change.kind] = (missed[change.kind] ?? 0) + 1;
  }
  if (process.env['DEFT_VERBOSE'] === '2') {
    const bad = report.findings.filter((f) => isFalse(f, real));
    const lost = changes.filter((change) => oracle(change, changes) >= 4 && !isNamed(change, listed));
    if (bad.length > 0 || lost.length > 0)
      console.log(
        seed,
        picture.file,
        (spread / height).toFixed(4),
        JSON.stringify(changes),
        '| says',
        listed.map((f) => `${f.sure[0]} ${topicId(f)} ${f.size.toFixed(1)}±${f.error.toFixed(1)}`).join('; '),
        '| false',
        bad.map((f) => `${topicId(f)} really ${real.get(f.id)?.size.toFixed(1)}`).join('; '),
        '| lost',
        lost.map((c) => `${c.kind} ${'limb' in c ? c.limb : ''} ${oracle(c, changes).toFixed(1)}`).join('; '),
      );
  }
  tally.clearly += report.findings.length;
  tally.perhaps += report.perhaps.length;
  for (const f of report.findings)
    if (isFalse(f, real)) {
      tally.falseClearly += 1;
      wrong[topicId(f)] = (wrong[topicId(f)] ?? 0) + 1;
    }
  for (const f of report.perhaps) if (isFalse(f, real)) tally.falsePerhaps += 1;

  /** How many of its own standard errors a change is worth to one who knows what was changed. */
  function oracle(change: Change, all: readonly Change[]): number {
    const inPicture = subjectIn(figure, (name) => reference.get(name) ?? null);
    const pairs = drawn.map(({ name, at }) => ({
      drawn: landmarkItem({ id: `d ${name}`, name, at, spread }),
      reference: landmarkItem({ id: `r ${name}`, name, at: reference.get(name)!, spread: 0.5 }),
    }));
    const topics = topicsOf(pairs, figure);
    const causes = all.map((c) => {
      const wanted =
        c.kind === 'length'
          ? namesOf(c).find(({ id }) => /(arm|leg|shin)$/.test(id) && !/upper|thigh/.test(id))!
          : namesOf(c)[0]!;
      const topic = topics.find(({ id }) => id === wanted.id)!;
      const ways = candidatesFor(topic, pairs, inPicture, height);
      return (
        ways.find(({ id }) =>
          id.endsWith(
            c.kind === 'shoulders' || c.kind === 'hips'
              ? '/taken along'
              : c.kind === 'length' || c.kind === 'turn'
                ? '/carried'
                : '/own',
          ),
        ) ?? ways[0]!
      );
    });
    const fit = fitModel(pairs, causes, {
      freedom: 'move scale',
      mirrored: false,
      start: [1, 0, 0, 1, 0, 0],
      height,
    });
    const at = all.indexOf(change);
    const size = sizeOf(causes[at]!, fit.values[at]!);
    return Math.abs(size) / errorOf(causes[at]!, at, fit, causes);
  }
}
const percent = (part: number, whole: number): string =>
  `${((100 * part) / Math.max(1, whole)).toFixed(1)} % of ${whole}`;
row(
  'what moved by more than four standard errors, named',
  percent(tally.named, tally.moved),
  '>= 93 %',
  tally.named >= 0.93 * tally.moved,
);
row(
  'of what is said clearly, not planted',
  percent(tally.falseClearly, tally.clearly),
  '<= 3 %',
  tally.falseClearly <= 0.03 * tally.clearly,
);
row(
  'of what is said perhaps, not planted',
  percent(tally.falsePerhaps, tally.perhaps),
  '<= 12 %',
  tally.falsePerhaps <= 0.12 * tally.perhaps,
);
row(
  'unchanged drawings of which something is said clearly',
  percent(tally.bareSays, tally.bare),
  '<= 3 %',
  tally.bareSays <= 0.03 * tally.bare,
);
if (process.env['DEFT_VERBOSE']) console.log(missed, wrong);
