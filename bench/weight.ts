import { checkPages, type CheckedPages } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { gaussian, seeded } from '@deft/core/random';
import { drawFigure, MANNERS } from '../packages/core/src/testing/drawn-figure.ts';
import { figures } from './ink-cases.ts';
import { evenly, madePage, newId } from './made-page.ts';
import { row } from './table.ts';

/**
 * Weight that was moved over the feet: figures that lean sideways from their feet up, drawn in five manners,
 * told from the ink alone and from landmarks that were set; and true copies.
 */

const COUNT = Number(process.env['DEFT_LEANS'] ?? 120);
const FIRST = Number(process.env['DEFT_LEAN_FIRST'] ?? 6_100_000);
/** What a hand sets a landmark by, parts of the figure's height. */
const SET = 0.006;

/** A body that leans from its feet up: every place moved aside by a share of its height over them. */
function leaning(places: ReadonlyMap<string, Point>, by: number): Map<string, Point> {
  const ground = Math.max(...['left ankle', 'right ankle'].map((name) => places.get(name)?.y ?? 0));
  return new Map([...places].map(([name, { x, y }]) => [name, { x: x + by * (ground - y), y }]));
}

interface Tally {
  told: number;
  named: number;
  wrong: number;
  copies: number;
  spoken: number;
}
const none = (): Tally => ({ told: 0, named: 0, wrong: 0, copies: 0, spoken: 0 });
const [fromInk, fromSet] = [none(), none()];

function count(tally: Tally, { weight }: CheckedPages, lean: number): void {
  if (!weight) return;
  const { size, sure } = weight.shift;
  if (lean === 0) {
    tally.copies += 1;
    tally.spoken += sure === 'clearly' ? 1 : 0;
    return;
  }
  tally.told += 1;
  if (sure && Math.sign(size) === Math.sign(lean)) tally.named += 1;
  else if (sure) tally.wrong += 1;
}

for (let k = 0; k < COUNT; k += 1) {
  const random = seeded(FIRST + k);
  const { truth } = figures[Math.floor(random() * figures.length)] as (typeof figures)[number];
  const by = (100 + 60 * random()) / truth.height;
  const on = new Map(truth.landmarks.map(({ name, at }) => [name, { x: 60 + by * at.x, y: 20 + by * at.y }]));
  const lean = k % 3 === 0 ? 0 : (random() < 0.5 ? -1 : 1) * (0.1 + 0.06 * random());
  const places = leaning(on, lean);
  const height = by * truth.height;
  const manner = MANNERS[k % MANNERS.length] as (typeof MANNERS)[number];
  const { lines } = drawFigure(places, height, { manner, wobble: 0.4 + 0.4 * random(), random });
  const { landmarks } = truth;
  const rest = {
    trace: null,
    reference: { id: newId(), subject: 'figure' as const, figureHeight: truth.height, truth: { landmarks } },
    seconds: null,
  };
  count(fromInk, checkPages({ attempt: madePage(lines.map(evenly)), ...rest }), lean);
  const off = (): number => SET * height * gaussian(random);
  const set = new Map([...places].map(([name, { x, y }]) => [name, { x: x + off(), y: y + off() }]));
  count(fromSet, checkPages({ attempt: madePage([], set, SET * height), ...rest }), lean);
}

row(
  'weight, from ink: told at all, of all leaning',
  `${fromInk.told} of ${COUNT - Math.ceil(COUNT / 3)}`,
  'shown',
);
const share = (part: number, whole: number): string =>
  `${((100 * part) / Math.max(1, whole)).toFixed(1)} % of ${whole}`;
for (const [how, tally, bar] of [
  ['from ink', fromInk, 0.75],
  ['landmarks set', fromSet, 0.9],
] as const) {
  const { told, named, wrong, copies, spoken } = tally;
  row(
    `weight, ${how}: a lean named the right way`,
    share(named, told),
    `>= ${100 * bar} %`,
    named >= bar * told,
  );
  row(`weight, ${how}: the wrong way`, share(wrong, told), '<= 2 %', wrong <= 0.02 * told);
  row(
    `weight, ${how}: spoken of clearly in a copy`,
    share(spoken, copies),
    '<= 3 %',
    spoken <= 0.03 * copies,
  );
}
