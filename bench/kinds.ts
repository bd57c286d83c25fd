import { KIND_PLANTS, type KindCase, type KindPlant, type kindsTold } from './kinds-work.ts';
import { onAllProcessors } from './on-all-processors.ts';
import { row } from './table.ts';

/**
 * What the kinds tell of made drawings: which of two parts is in front, by lines; forms that nearly touch;
 * one cause said once; and what is meant otherwise.
 */

const COUNT = Number(process.env['DEFT_KINDS'] ?? 60);
const FIRST = Number(process.env['DEFT_KIND_FIRST'] ?? 6_400_000);

const cases = KIND_PLANTS.flatMap((plant, p) =>
  [false, true].flatMap((set) =>
    Array.from({ length: COUNT }, (_, k): KindCase => ({ seed: FIRST + 1000 * p + k, plant, set })),
  ),
);
const work = new URL('./kinds-work.ts', import.meta.url).href;
const told = await onAllProcessors<typeof kindsTold>(work, 'kindsTold', cases);

const of = (plant: KindPlant, set: boolean) =>
  cases.flatMap((one, k) =>
    one.plant === plant && one.set === set ? [{ ...told[k]!, seed: one.seed }] : [],
  );
const share = (part: number, whole: number): string =>
  `${((100 * part) / Math.max(1, whole)).toFixed(1)} % of ${whole}`;

function named(label: string, plant: KindPlant, set: boolean): void {
  const all = of(plant, set);
  const count = all.filter((one) => one.named).length;
  const bar = set ? 0.9 : 0.75;
  row(`${label}, named`, share(count, all.length), `>= ${100 * bar} %`, count >= bar * all.length);
  if (process.env['DEFT_SAY'])
    all.filter((one) => !one.named).forEach(({ seed }) => console.log('  not named', plant, set, seed));
}

function silent(label: string, plant: KindPlant, set: boolean, most = 0.03): void {
  const all = of(plant, set).filter((one) => one.told);
  const count = all.filter((one) => one.clearly > 0).length;
  row(label, share(count, all.length), `<= ${100 * most} %`, count <= most * all.length);
  if (process.env['DEFT_SAY'])
    all.filter((one) => one.clearly > 0).forEach(({ seed }) => console.log('  spoken', plant, set, seed));
}

for (const set of [false, true]) {
  const how = set ? 'set' : 'from ink';
  named(`kinds ${how}: an arm that is drawn behind`, 'an arm behind', set);
  silent(`kinds ${how}: an arm in front, said clearly to be behind`, 'an arm in front', set);
  silent(`kinds ${how}: drawn through, of which anything is said`, 'drawn through', set);
  const heads = of('one head', set).filter((one) => one.told && one.named);
  const once = heads.filter((one) => one.clearly <= 1).length;
  row(
    `kinds ${how}: a head too small, and nothing else said clearly`,
    share(once, heads.length),
    '>= 90 %',
    once >= 0.9 * heads.length,
  );
  const meant = of('a head that is meant', set).filter((one) => one.told);
  const quiet = meant.filter((one) => !one.named).length;
  row(
    `kinds ${how}: a large head that is meant, not named`,
    share(quiet, meant.length),
    '>= 95 %',
    quiet >= 0.95 * meant.length,
  );
  named(`kinds ${how}: an arm beside a head that is meant`, 'an arm beside a head that is meant', set);
  silent(`kinds ${how}: copies of which anything is said clearly`, 'nothing', set);
}
named('kinds: forms that nearly touch', 'a near-touch', true);
silent('kinds: forms apart, said clearly to touch', 'forms apart', true);
