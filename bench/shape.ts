import { checkPages } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { squaredDistances } from '@deft/core/mask';
import { seeded } from '@deft/core/random';
import { drawFigure } from '../packages/core/src/testing/drawn-figure.ts';
import { evenly, madePage, newId } from './made-page.ts';
import { onAllProcessors } from './on-all-processors.ts';
import { PLANTS, shapePictures, type shapeTold, type ShapeCase } from './shape-work.ts';
import { row } from './table.ts';
import { visionDistances } from './vision.ts';

/**
 * What is told of a drawing's shape: outlines of the demo's figures as an unsteady hand follows them, with
 * a piece
 * bulged out or fallen in, or a gap drawn shut; and true copies. And the exact distances, against those of
 * the compiled vision library in the same run.
 */

const COUNT = Number(process.env['DEFT_SHAPES'] ?? 600);
const FIRST = Number(process.env['DEFT_SHAPE_FIRST'] ?? 6_200_000);

const cases = Array.from({ length: COUNT }, (_, k): ShapeCase => ({
  seed: FIRST + k,
  plant: PLANTS[k % PLANTS.length]!,
}));
const work = new URL('./shape-work.ts', import.meta.url).href;
const told = await onAllProcessors<typeof shapeTold>(work, 'shapeTold', cases);

const share = (part: number, whole: number): string =>
  `${((100 * part) / Math.max(1, whole)).toFixed(1)} % of ${whole}`;
for (const [i, way] of (['from ink', 'set'] as const).entries()) {
  const bar = way === 'set' ? 0.9 : 0.75;
  const of = cases.flatMap(({ plant }, k) => {
    const one = told[k]!;
    return one.planted ? [{ plant, file: one.file, seed: cases[k]!.seed, ...one.how[i]! }] : [];
  });
  row(`shape ${way}: told at all`, share(of.filter((one) => one.told).length, of.length), 'shown');
  for (const plant of PLANTS.slice(1)) {
    const own = of.filter((one) => one.plant === plant);
    const named = own.filter((one) => one.named).length;
    row(
      `shape ${way}: ${plant}, named`,
      share(named, own.length),
      `>= ${100 * bar} %`,
      named >= bar * own.length,
    );
    if (process.env['DEFT_SAY'])
      own
        .filter((one) => !one.named)
        .forEach(({ seed, file }) => console.log('  not named', plant, seed, file));
  }
  const said = of.reduce((sum, one) => sum + one.said, 0);
  const wrong = of.reduce((sum, one) => sum + one.false, 0);
  row(`shape ${way}: said clearly and not planted`, share(wrong, said), '<= 5 %', wrong <= 0.05 * said);
  const copies = of.filter((one) => one.plant === 'nothing' && one.told);
  const spoken = copies.filter((one) => one.said > 0).length;
  row(
    `shape ${way}: copies of which anything is said clearly`,
    share(spoken, copies.length),
    '<= 3 %',
    spoken <= 0.03 * copies.length,
  );
  if (process.env['DEFT_SAY'])
    of.filter((one) => one.false > 0).forEach(({ seed, file, plant }) =>
      console.log('  false', plant, seed, file),
    );
}

const SIDE = 2048;
const random = seeded(7);
const bits = new Uint8Array(SIDE * SIDE);
for (let k = 0; k < 400; k += 1) {
  const [cx, cy, r] = [SIDE * random(), SIDE * random(), 4 + 60 * random()];
  for (let y = Math.max(0, Math.floor(cy - r)); y < Math.min(SIDE, cy + r); y += 1)
    for (let x = Math.max(0, Math.floor(cx - r)); x < Math.min(SIDE, cx + r); x += 1)
      if ((x - cx) ** 2 + (y - cy) ** 2 < r * r) bits[y * SIDE + x] = 1;
}
const mask = { width: SIDE, height: SIDE, bits };
const vision = await visionDistances(mask);
const times = { ours: Infinity, theirs: Infinity };
let worst = 0;
for (let turn = 0; turn < 5; turn += 1) {
  const began = performance.now();
  const ours = squaredDistances(mask);
  times.ours = Math.min(times.ours, performance.now() - began);
  const { took, distances } = vision();
  times.theirs = Math.min(times.theirs, took);
  if (turn === 0)
    ours.forEach((d, i) => (worst = Math.max(worst, Math.abs(Math.sqrt(d) - (distances[i] as number)))));
}
row(
  'exact distances of 2048 × 2048, against the vision library’s',
  `${worst.toFixed(4)} px`,
  '<= 0.01',
  worst <= 0.01,
);
row(
  'the same, time over its time, least of 5',
  `${(times.ours / times.theirs).toFixed(2)} x`,
  'at most 2 x',
  times.ours <= 2 * times.theirs,
);

/** A page of many strokes, checked whole: places, hand, weight, movement, relations, outline and gaps. */
const STROKES = 5000;
const { landmarks, height, silhouettes } = shapePictures[0]!.truth;
const scale = 150 / height;
const places = new Map(
  landmarks.map(({ name, at }) => [name, { x: 40 + scale * at.x, y: 20 + scale * at.y }]),
);
const hand = seeded(3);
const lines: Point[][] = [];
while (lines.length < STROKES)
  lines.push(...drawFigure(places, 150, { manner: 'sketchy', wobble: 0.6, random: hand }).lines);
const full = {
  attempt: madePage(lines.slice(0, STROKES).map(evenly)),
  trace: null,
  seconds: null,
  reference: {
    id: newId(),
    subject: 'figure' as const,
    figureHeight: height,
    truth: { landmarks },
    silhouettes,
  },
};
let least = Infinity;
for (let turn = 0; turn < 4; turn += 1) {
  const began = performance.now();
  checkPages(full);
  least = Math.min(least, performance.now() - began);
}
row(
  `a full check of a page of ${STROKES} strokes, least of 4`,
  `${least.toFixed(0)} ms`,
  'under 2000 ms',
  least < 2000,
);
