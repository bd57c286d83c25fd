import { readFileSync } from 'node:fs';
import { openPersonBench, personScene } from './person-cases.ts';
import { launch } from './page-desk.ts';
import { quantile, row } from './table.ts';

/**
 * People in pictures: rendered figures in any pose, dressed, before plain and busy grounds, with their truth;
 * and pictures without a person, our own and those of the picture service. DEFT_PEOPLE says how many.
 */
const COUNT = Number(process.env.DEFT_PEOPLE ?? 60);
const FIRST = Number(process.env.DEFT_PEOPLE_FIRST ?? 9_000_000);
const SURE_WRONG = 0.08;
/** Nineteen of twenty places lie within this many standard deviations of a coordinate. */
const WITHIN = 2.45;

interface Catalogue {
  readonly pictures: readonly { file: string; subject: string }[];
}

const swapped = (name: string): string =>
  name.startsWith('left ') ? `right ${name.slice(5)}` : name.replace(/^right /, 'left ');

const browser = await launch();
const bench = await openPersonBench(browser);
try {
  const offs: number[] = [];
  const axes: number[] = [];
  const times: number[] = [];
  let [answered, wrong, unsaid, within, turned, crossed] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < COUNT; i += 1) {
    const { picture, truth } = await bench.render(personScene(FIRST + i));
    const { person, took } = await bench.read(picture);
    times.push(took);
    if (!person) continue;
    answered += 1;
    const places = new Map(truth.landmarks.map((l) => [l.name, l.at]));
    // In a picture the lowest foot is the one that stands lower there.
    const feet = ['left foot', 'right foot'].flatMap((name) => places.get(name) ?? []);
    if (feet.length === 2) places.set('lowest foot', feet[0]!.y > feet[1]!.y ? feet[0]! : feet[1]!);
    else places.delete('lowest foot');
    const off = (swap: boolean): { name: string; off: number; spread: number }[] =>
      person.landmarks.flatMap(({ name, at, spread }) => {
        const truly = places.get(swap ? swapped(name) : name);
        return truly
          ? [
              {
                name,
                off: Math.hypot(at.x - truly.x, at.y - truly.y) / truth.height,
                spread: spread / truth.height,
              },
            ]
          : [];
      });
    const [as, other] = [off(false), off(true)];
    const sum = (of: typeof as): number =>
      quantile(
        of.map((p) => p.off),
        0.5,
      );
    if (sum(other) < 0.6 * sum(as)) {
      if (person.sidesUnsure) turned += 1;
      else crossed += 1;
    }
    // Where the desk itself says that the sides may be the other way round, either is taken.
    const told = person.sidesUnsure && sum(other) < sum(as) ? other : as;
    for (const place of told) {
      offs.push(place.off);
      axes.push(place.off / place.spread);
      // The ring that is shown round a place says how far off it may be.
      const said = place.off <= WITHIN * place.spread;
      if (said) within += 1;
      if (place.off > SURE_WRONG) wrong += 1;
      if (place.off > SURE_WRONG && !said) unsaid += 1;
      if (process.env['DEFT_PEOPLE_SAY']) console.log(JSON.stringify({ seed: FIRST + i, ...place }));
    }
  }
  row('people proposed, of those rendered', `${answered} of ${COUNT}`, 'reported');
  row(
    'places proposed, median off',
    `${(100 * quantile(offs, 0.5)).toFixed(2)} %`,
    'at most 2.5 %',
    quantile(offs, 0.5) <= 0.025,
  );
  row('the same, 90th percentile', `${(100 * quantile(offs, 0.9)).toFixed(2)} %`, 'reported');
  const shareOf = (count: number): string => `${((100 * count) / offs.length).toFixed(1)} %`;
  row('wrong by more than 8 %, said or not', `${shareOf(wrong)} of ${offs.length}`, 'reported');
  row(
    'wrong by more than 8 % without saying so',
    `${shareOf(unsaid)} of ${offs.length}`,
    'at most 3 %',
    unsaid <= 0.03 * offs.length,
  );
  row(
    'within two standard deviations',
    shareOf(within),
    '92 to 98 %',
    within >= 0.92 * offs.length && within <= 0.98 * offs.length,
  );
  row('left and right the other way round, said to be unsure, not said', `${turned}, ${crossed}`, 'reported');

  const pictures = (JSON.parse(readFileSync('demo/sets.json', 'utf8')) as Catalogue).pictures.filter(
    ({ subject }) => subject !== 'figure' && subject !== 'head',
  );
  const service = (
    JSON.parse(readFileSync('demo/service/catalogue.json', 'utf8')) as Catalogue['pictures']
  ).filter(({ subject }) => subject !== 'figure' && subject !== 'head');
  let proposed = 0;
  const others = [
    ...pictures.map(({ file }) => `demo/${file}`),
    ...service.map(({ file }) => `demo/service/${file}`),
  ];
  for (const file of others) {
    const { person } = await bench.read(`data:image/webp;base64,${readFileSync(file).toString('base64')}`);
    if (person) proposed += 1;
  }
  row(
    'pictures without a person in which one is proposed',
    `${proposed} of ${others.length}`,
    'at most 1 %',
    proposed <= 0.01 * others.length,
  );
  row(
    'a picture is read, 90th percentile after the first',
    `${quantile(times.slice(1), 0.9).toFixed(0)} ms`,
    'at most 1 s',
    quantile(times.slice(1), 0.9) <= 1000,
  );
} finally {
  await bench.close();
  await browser.close();
}
