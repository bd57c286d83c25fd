import { findLandmarks } from '@deft/core/ink';
import type { Point } from '@deft/core/geometry';
import { MANNERS, type Manner } from '../packages/core/src/testing/drawn-figure.ts';
import { doodle, inkCase, type CaseKind } from './ink-cases.ts';
import * as work from './ink-work.ts';
import { onAllProcessors } from './on-all-processors.ts';
import { quantile, row } from './table.ts';

/** Landmarks found in ink alone, on made drawings of the demo's figures whose truth is known. */

const { env } = process;
const SEEDS = Number(env['DEFT_INK_SEEDS'] ?? 60);
const PLANTED = Number(env['DEFT_INK_PLANTED'] ?? 400);
/** Apart from the seeds that the doubts were calibrated on. */
const FIRST = 9_000_000;
/** Drawings of each manner that are timed, with nothing else going on. */
const TIMED = Math.min(6, SEEDS);
const WORK = new URL('./ink-work.ts', import.meta.url).href;

const percent = (part: number, whole: number): string =>
  `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`;
const share = <Value>(values: readonly Value[], holds: (value: Value) => boolean): number =>
  values.filter(holds).length / Math.max(1, values.length);
const sum = <Value>(values: readonly Value[], of: (value: Value) => number): number =>
  values.reduce((total, value) => total + of(value), 0);

const caseOf = (seed: number, manner: Manner, kind: CaseKind): work.ManneredCase => ({
  seed: FIRST + 10 * seed + MANNERS.indexOf(manner),
  manner,
  kind,
});

/** What is found in drawings of a kind: a list a manner. */
async function byManner(kind: CaseKind, seeds: number): Promise<work.Laid[][]> {
  const cases = MANNERS.flatMap((manner) =>
    Array.from({ length: seeds }, (_, seed) => caseOf(seed, manner, kind)),
  );
  const found = await onAllProcessors<typeof work.laid>(WORK, 'laid', cases);
  return MANNERS.map((_, i) => found.slice(i * seeds, (i + 1) * seeds));
}

interface Bars {
  readonly answered: number;
  readonly median: number;
  readonly p90: number;
  readonly gross: number;
  readonly within: readonly [number, number];
  /** Whether the rows for 6 % and for undrawn landmarks have a bar. */
  readonly near: boolean;
}

function rowsOf(title: string, manners: readonly (readonly work.Laid[])[], bars: Bars): void {
  manners.forEach((drawings, i) => {
    const errors = drawings.flatMap((drawing) => drawing.errors);
    const [median, p90] = [quantile(errors, 0.5), quantile(errors, 0.9)];
    const answered = share(drawings, (drawing) => drawing.answered);
    row(
      `${title}, ${MANNERS[i]}: answered; median and 90th percentile`,
      `${(100 * answered).toFixed(1)} %; ${median.toFixed(2)} %, ${p90.toFixed(2)} %`,
      `>= ${100 * bars.answered} %; <= ${bars.median} %, ${bars.p90} %`,
      answered >= bars.answered && median <= bars.median && p90 <= bars.p90,
    );
  });
  const told = manners.flat().filter(({ answered }) => answered);
  const near = share(
    told.flatMap(({ errors }) => errors),
    (error) => error <= 6,
  );
  row(`${title}: within 6 %`, `${(100 * near).toFixed(1)} %`, '>= 97 %', bars.near ? near >= 0.97 : null);
  const gross = sum(told, (drawing) => Number(drawing.gross));
  row(
    `${title}: grossly wrong`,
    `${gross} of ${told.length}`,
    `<= ${100 * bars.gross} %`,
    gross <= bars.gross * told.length,
  );
  const within = share(
    told.flatMap(({ standard }) => standard),
    (z) => Math.abs(z) <= 2,
  );
  row(
    `${title}: within two standard deviations of its own`,
    `${(100 * within).toFixed(1)} %`,
    `${100 * bars.within[0]} to ${100 * bars.within[1]} %`,
    within >= bars.within[0] && within <= bars.within[1],
  );
  const [undrawn, given] = [sum(told, (d) => d.undrawn), sum(told, (d) => d.undrawnGiven)];
  row(
    `${title}: undrawn landmarks given`,
    `${given} of ${undrawn}`,
    '<= 10 %',
    bars.near ? given <= 0.1 * undrawn : null,
  );
  row(`${title}: taken for flipped`, `${sum(told, (d) => Number(d.flipped))} of ${told.length}`, '', null);
}

async function manners(): Promise<void> {
  rowsOf('ink', await byManner('plain', SEEDS), {
    answered: 0.95,
    median: 1.2,
    p90: 3,
    gross: 0.005,
    within: [0.92, 0.98],
    near: true,
  });
  rowsOf('looser ink', await byManner('looser', SEEDS), {
    answered: 0.9,
    median: 1.8,
    p90: 4.5,
    gross: 0.01,
    within: [0.9, 1],
    near: false,
  });
  const mirrored = (await byManner('mirrored', Math.ceil(SEEDS / 4))).flat();
  const [told, answered] = [sum(mirrored, (d) => Number(d.told)), sum(mirrored, (d) => Number(d.answered))];
  row(
    'flipped drawings told to be flipped, or to fit about as well either way',
    `${told} of ${answered} (${sum(mirrored, (d) => Number(d.flipped))} flipped)`,
    '>= 95 %',
    told >= 0.95 * answered,
  );
}

async function traps(): Promise<void> {
  const poses = (await byManner('another pose', SEEDS)).flat();
  const doodles = await onAllProcessors<typeof work.useless>(
    WORK,
    'useless',
    Array.from({ length: 2 * SEEDS }, (_, i) => ({ lines: FIRST + i, figure: i })),
  );
  const taken = poses.filter(({ answered }) => answered).length;
  const answered = taken + doodles.filter((doodled) => doodled.answered).length;
  const asked = poses.length + doodles.length;
  row(
    'other poses of the set, doodles, boxes, letters: answered',
    `${answered} of ${asked} (${taken} poses)`,
    '<= 3 %',
    answered <= 0.03 * asked,
  );
}

function timed(): void {
  const times = (['plain', 'looser'] as const).flatMap((kind) =>
    MANNERS.flatMap((manner) =>
      Array.from({ length: TIMED }, (_, seed) => work.laid(caseOf(seed, manner, kind)).took),
    ),
  );
  row(
    `a pose from its ink, median and 90th percentile of ${times.length}`,
    `${quantile(times, 0.5).toFixed(0)}, ${quantile(times, 0.9).toFixed(0)} ms`,
    'p90 <= 1200 ms',
    quantile(times, 0.9) <= 1200,
  );
}

const many = (count: number, from: readonly Point[][]): Point[][] =>
  Array.from({ length: count }, (_, i) => {
    const off = (i % 97) / 300;
    return (from[i % from.length] as Point[]).map(({ x, y }) => ({ x: x + off, y: y - off }));
  });

/** A page full of strokes: a figure drawn over and over, and as many that are no figure. */
function fullPages(): void {
  const { lines, reference, file } = inkCase(FIRST + 7, 'sketchy', 'plain');
  for (const [what, count, limit] of [
    ['a page of 5,000 strokes', 5_000, 2_000],
    ['a page of 20,000 strokes', 20_000, Infinity],
  ] as const) {
    const drawn = many(count, lines);
    const began = performance.now();
    const { found } = findLandmarks(drawn, reference, { rivals: work.rivalsOf(file) });
    const took = performance.now() - began;
    row(
      `${what}, ${found ? 'laid' : 'not told'}`,
      `${took.toFixed(0)} ms`,
      Number.isFinite(limit) ? `<= ${limit} ms` : 'reported',
      Number.isFinite(limit) ? took <= limit : null,
    );
  }
  const drawings: Point[][][] = [
    ...Array.from({ length: 60 }, (_, i) => doodle(FIRST + 40_000 + i)),
    ...Array.from({ length: 37 }, (_, i) => doodle(FIRST + 41_000 + i).slice(0, 1 + (i % 2))),
    [],
    [[{ x: 5, y: 5 }]],
    many(20_000, doodle(FIRST + 42_000)),
  ];
  const told = drawings.map((drawn, i) => work.useless({ lines: drawn, figure: i }));
  const [answered, slowest] = [sum(told, (d) => Number(d.answered)), Math.max(...told.map((d) => d.took))];
  row(
    `${drawings.length} drawings of no use: answered; the slowest`,
    `${answered}; ${slowest.toFixed(0)} ms`,
    'none; <= 5000 ms',
    answered === 0 && slowest <= 5000,
  );
}

/** Changes planted in drawings of which only the ink is known, and what the check then says. */
async function plantedChanges(): Promise<void> {
  // Every third drawing is a copy, moved, scaled, and flipped by chance.
  const cases = Array.from({ length: Math.round(PLANTED * 1.5) }, (_, i): work.PlantedSeed => ({
    seed: FIRST + 500_000 + i,
    manner: MANNERS[i % MANNERS.length]!,
    copy: i % 3 === 2,
  }));
  const said = await onAllProcessors<typeof work.said>(WORK, 'said', cases);
  const changed = said.filter((_, i) => !cases[i]!.copy);
  const copies = said.filter(({ untold }, i) => cases[i]!.copy && !untold);
  const planted = sum(changed, (one) => one.planted);
  const [named, clearly] = [sum(changed, (one) => one.named), sum(changed, (one) => one.clearly)];
  row(
    'changes planted in ink, named with the right sign, clearly or perhaps',
    `${percent(named, planted)} of ${planted}`,
    '>= 85 %',
    named >= 0.85 * planted,
  );
  const reported = (what: string, part: number, whole: number): void =>
    row(what, `${percent(part, whole)} of ${whole}`, 'reported', null);
  reported(
    'the same, a longer forearm or shin by itself and not by its whole limb',
    sum(changed, (one) => one.namedItself),
    planted,
  );
  reported(
    'hip lines planted in ink, named so',
    sum(changed, (one) => one.hipsNamed),
    sum(changed, (one) => one.hips),
  );
  const falseClearly = sum(changed, (one) => one.falseClearly);
  row(
    'of what is said clearly from ink, not planted',
    `${percent(falseClearly, clearly)} of ${clearly}`,
    '<= 5 %',
    falseClearly <= 0.05 * clearly,
  );
  reported(
    'of what is said perhaps from ink, not planted',
    sum(changed, (one) => one.falsePerhaps),
    sum(changed, (one) => one.perhaps),
  );
  const told = copies.filter((one) => one.clearly > 0).length;
  row(
    'copies, moved, scaled or flipped, of which something is said clearly',
    `${told} of ${copies.length}`,
    'none',
    told === 0,
  );
  row(
    'drawings that could not be told',
    `${said.filter(({ untold }) => untold).length} of ${said.length}`,
    '',
    null,
  );
}

if (env['DEFT_INK_ONLY'] !== 'planted') {
  timed();
  fullPages();
  await manners();
  await traps();
}
await plantedChanges();
