import { inkLightsOver, lightsOver } from '@deft/core/alone';
import { translation } from '@deft/core/geometry';
import {
  encodeStroke,
  formOutline,
  type Form,
  type Id,
  type Sheet,
  type Stroke,
  type Thing,
} from '@deft/core/page';
import { seeded } from '@deft/core/random';
import { quantile, row } from './table.ts';

/** What lights up while a part is moved: planted on made pages, nothing on others, and what it costs. */

const PAGES = 200;
/** Forms of a page for the costs. */
const MANY = 60;

const SHEET: Sheet = {
  ...{ type: 'sheet', id: 's', kind: 'forms', name: 'Forms', order: 'a0' },
  ...{ opacity: 1, hidden: false, locked: false },
};
let next = 0;
const form = (rx: number, ry: number, x: number, y: number): Form => {
  next += 1;
  return {
    ...{ type: 'form', id: `f${next}`, sheet: 's', order: `a${next}`, part: null },
    ...{ shape: { kind: 'ellipse', rx, ry }, transform: translation(x, y) },
  };
};
const pageOf = (forms: readonly Form[]): Map<Id, Thing> =>
  new Map<Id, Thing>([['s', SHEET], ...forms.map((one): [Id, Thing] => [one.id, one])]);
const at = (one: Form, x: number, y: number): Form => ({ ...one, transform: translation(x, y) });

/** A body of rounds plainly over each other, with two arms that enclose gaps, and feet under it. */
function figure(random: () => number) {
  const between = (low: number, high: number): number => low + random() * (high - low);
  const [w, h] = [between(14, 20), between(26, 34)];
  const [x, y] = [between(68, 80), between(88, 96)];
  const body = form(w, h, x, y);
  const head = form(9, 12, x, y - h - 8);
  const feet = form(w + between(8, 14), 5, x, y + h + 2);
  // A ring of four forms beside the body: an arm on its hip.
  const cx = x + w + 12;
  const ring = [form(15, 3.5, cx, y - 14), form(15, 3.5, cx, y + 14), form(3.5, 15, cx + 12, y)];
  return { body, head, feet, ring, x, y, w, h };
}

const random = seeded(12);
const counts = { quiet: 0, touch: 0, gap: 0, balance: 0 };
for (let i = 0; i < PAGES; i += 1) {
  const { body, head, feet, ring, x, y, w, h } = figure(random);
  const loose = form(6, 6, x - w - 24, y - 20);
  const all = [body, head, feet, ...ring, loose];
  const lights = lightsOver(pageOf(all));
  // Moved a little where nothing is near: nothing lights up.
  const quiet = lights([at(loose, x - w - 26 - 6 * random(), y - 24 + 8 * random())]);
  if (quiet.touches.length + quiet.closed.length === 0 && !quiet.fallen) counts.quiet += 1;
  // Beside the body with a hair's breadth between.
  const beside = at(loose, x - w - 6 - 0.2 - 0.5 * random(), y);
  if (lights([beside]).touches.length === 1) counts.touch += 1;
  // A round over the gap that the arm encloses.
  const plug = form(11, 13, x - w - 40, y + h);
  if (lightsOver(pageOf([...all, plug]))([at(plug, x + w + 10, y)]).closed.length > 0) counts.gap += 1;
  // The feet are pulled away to the left.
  if (lights([at(feet, x - 60 - 10 * random(), y + h + 2)]).fallen) counts.balance += 1;
}
const all = (what: string, count: number): void =>
  row(what, `${count} of ${PAGES}`, 'every one', count === PAGES);
all('nothing lights up where nothing is near', counts.quiet);
all('a near-touch lights up', counts.touch);
all('a closed gap lights up', counts.gap);
all('lost balance lights up', counts.balance);

/** A hand draws the outline of a form in four lines that waver and do not quite meet. */
function inked(one: Form, random: () => number): Stroke[] {
  const outline = formOutline(one);
  const piece = Math.floor(outline.length / 4);
  return [0, 1, 2, 3].map((k) => {
    const until = k === 3 ? outline.length : (k + 1) * piece;
    const way = [...outline.slice(k * piece, until), outline[until % outline.length]!];
    const [off, turn] = [0.2 * random(), 6 * random()];
    return {
      ...{ type: 'stroke', id: `${one.id} ${k}`, sheet: 's', order: `a${one.id}${k}`, pen: 'pencil' },
      ...{ size: 0.7, colour: '#1E2430', pressure: 'device' },
      points: encodeStroke(
        way.map(({ x, y }, i) => ({
          x: x + off * Math.sin(turn + i / 3),
          y: y + off * Math.cos(turn + i / 4),
          pressure: 0.5,
          time: 8 * i,
        })),
      ),
    } as const;
  });
}

const hand = seeded(31);
const ink = { quiet: 0, touch: 0, gap: 0, balance: 0 };
for (let i = 0; i < PAGES; i += 1) {
  const { body, head, feet, ring, x, y, w } = figure(hand);
  const loose = form(6, 6, x - w - 24, y - 20);
  const all = [body, head, feet, ...ring, loose].map((one) => inked(one, hand));
  const things = new Map<Id, Thing>([['s', SHEET], ...all.flat().map((one): [Id, Thing] => [one.id, one])]);
  const moved = (forms: readonly Form[], byX: number, byY: number) => {
    const ids = [...things.keys()].filter((id) => forms.some((one) => id.startsWith(`${one.id} `)));
    const transform = translation(byX, byY);
    return inkLightsOver(things, new Set(ids))(ids.map((id) => ({ id, transform })));
  };
  const quiet = moved([loose], -2 - 6 * hand(), -4 + 8 * hand());
  if (quiet.touches.length + quiet.closed.length === 0 && !quiet.fallen) ink.quiet += 1;
  if (moved([loose], 18 - 0.4 - 0.3 * hand(), 20).touches.length > 0) ink.touch += 1;
  // The arm is laid against the body.
  if (moved(ring, -20, 0).closed.length > 0) ink.gap += 1;
  if (moved([feet], -60 - 10 * hand(), 0).fallen) ink.balance += 1;
}
all('of ink, nothing lights up where nothing is near', ink.quiet);
all('of ink, a near-touch lights up', ink.touch);
all('of ink, a closed gap lights up', ink.gap);
all('of ink, lost balance lights up', ink.balance);

const grid = Array.from({ length: MANY }, (_, i) =>
  form(6, 5, 20 + 14 * (i % 8), 20 + 12 * Math.floor(i / 8)),
);
const lights = lightsOver(pageOf(grid));
const times = Array.from({ length: 200 }, (_, i) => {
  const from = performance.now();
  lights([at(grid[20] as Form, 76 + 10 * Math.sin(i / 9), 44 + 10 * Math.cos(i / 7))]);
  return performance.now() - from;
});
row(
  `one look at ${MANY} forms, p95, in its worker`,
  `${quantile(times, 0.95).toFixed(1)} ms`,
  'for the record',
);

const inks = Array.from({ length: 500 }, (_, i) =>
  inked(form(6, 5, 20 + 4.4 * (i % 25), 20 + 8 * Math.floor(i / 25)), hand),
).flat();
const many = new Map<Id, Thing>([['s', SHEET], ...inks.map((one): [Id, Thing] => [one.id, one])]);
const held = inks.slice(0, 40).map(({ id }) => id);
const before = performance.now();
const inkLights = inkLightsOver(many, new Set(held));
const begun = performance.now() - before;
const looks = Array.from({ length: 20 }, (_, i) => {
  const from = performance.now();
  inkLights(held.map((id) => ({ id, transform: translation(6 * Math.sin(i / 3), 4 * i) })));
  return performance.now() - from;
});
row(
  `taking hold of 40 of ${inks.length.toLocaleString('en')} lines of ink, and a look at them, p95, in the worker`,
  `${begun.toFixed(0)} ms, ${quantile(looks, 0.95).toFixed(0)} ms`,
  'for the record',
);
