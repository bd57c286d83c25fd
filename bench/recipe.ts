import { betweenKinds, makeRecipe, type Estimate, type Recipe } from '@deft/core/recipe';
import { seeded } from '@deft/core/random';
import { MADE_SUBJECT, madeTrace, truly, type MadePart } from '../packages/core/src/testing/made-subject.ts';
import { row } from './table.ts';

/** Recipes of made subjects: do their intervals hold the truth, and do they find what hardly varies? */

const SEEDS = 100;
const TRACES = 12;
const ORDER = MADE_SUBJECT.map(({ name }) => name);
const LOOSE = ['left ear', 'tail'];

const tracesOf = (seed: number, subject: readonly MadePart[] = MADE_SUBJECT) => {
  const random = seeded(seed);
  return Array.from({ length: TRACES }, () => madeTrace(subject, { random }));
};
const recipeOf = (seed: number, subject?: readonly MadePart[]): Recipe =>
  makeRecipe(tracesOf(seed, subject), { order: ORDER })!;

const holds = ({ interval }: Estimate, truth: number): boolean =>
  interval !== null && interval[0] <= truth && truth <= interval[1];

/** The subject's parts as they truly are, in lengths of the unit from its middle. */
const unit = truly(MADE_SUBJECT[0]!).length;
const truths = MADE_SUBJECT.map((made) => {
  const { name, length, width, tilt, centre } = truly(made);
  return { name, length: length / unit, width: width / unit, tilt, x: centre.x / unit, y: centre.y / unit };
});

/** How a recipe is turned against the truth: it stands as its traces do on the average. Cosine and sine. */
function turned({ parts }: Recipe): readonly [number, number] {
  let [dot, cross] = [0, 0];
  parts.forEach(({ x, y }, i) => {
    const truth = truths[i]!;
    dot += truth.x * x.mean + truth.y * y.mean;
    cross += truth.x * y.mean - truth.y * x.mean;
  });
  const size = Math.hypot(dot, cross);
  return [dot / size, cross / size];
}

/** Of the recipes of all seeds: how many intervals of lengths, widths and places hold the truth. */
const held = { lengths: [0, 0], widths: [0, 0], places: [0, 0] } as Record<string, [number, number]>;
const count = (what: string, hit: boolean): void => {
  const counts = held[what]!;
  counts[0] += hit ? 1 : 0;
  counts[1] += 1;
};
const began = performance.now();
for (let seed = 0; seed < SEEDS; seed += 1) {
  const recipe = recipeOf(seed);
  const [c, s] = turned(recipe);
  recipe.parts.forEach((part, i) => {
    if (i === 0) return;
    const truth = truths[i]!;
    count('lengths', holds(part.length, truth.length));
    if (truth.width > 0) count('widths', holds(part.width!, truth.width));
    count('places', holds(part.x, c * truth.x - s * truth.y));
    count('places', holds(part.y, s * truth.x + c * truth.y));
  });
}
const taken = (performance.now() - began) / SEEDS;
for (const [what, [hits, of]] of Object.entries(held)) {
  const share = (100 * hits) / of;
  const said = `${share.toFixed(1)} %`;
  row(`${what} whose interval holds the truth (${of})`, said, '93 to 97 %', share >= 93 && share <= 97);
}
row('a recipe of 12 traces takes', `${taken.toFixed(1)} ms`, 'reported');

/** Of all seeds those for which something is true, per cent. */
const shareOf = (isTrue: (seed: number) => boolean): number =>
  (100 * Array.from({ length: SEEDS }, (_, seed) => isTrue(seed)).filter(Boolean).length) / SEEDS;
const told = (what: string, share: number, least: number): void =>
  row(what, `${share.toFixed(0)} %`, `>= ${least} %`, share >= least);

const loose = MADE_SUBJECT.map((part) => (LOOSE.includes(part.name) ? { ...part, scatter: 0.2 } : part));
const steady = ORDER.filter((name) => !LOOSE.includes(name));
told(
  'the parts that hardly vary are found, and no other',
  shareOf((seed) => [...recipeOf(seed + 500, loose).character].sort().join() === [...steady].sort().join()),
  95,
);

/** A part that half of the traces lack: the others' measures move by less than their own intervals. */
told(
  'a part missing in half of the traces does no harm to the others',
  shareOf((seed) => {
    const traces = tracesOf(seed + 900);
    const half = traces.map((parts, i) => (i % 2 === 0 ? parts : parts.filter((p) => p.name !== 'neck')));
    const [whole, less] = [traces, half].map((some) => makeRecipe(some, { order: ORDER })!);
    return whole!.parts.every((part, i) => {
      const other = less!.parts[i]!;
      return (
        part.name === 'neck' || (['length', 'x', 'y'] as const).every((of) => holds(part[of], other[of].mean))
      );
    });
  }),
  99,
);

const hanging = MADE_SUBJECT.map((part) =>
  part.name === 'left ear' ? { ...part, length: 0.8, tilt: -60, y: 0.2 } : part,
);
told(
  'two kinds: the ear that hangs is told to change',
  shareOf((seed) => {
    const { changes } = betweenKinds(recipeOf(2 * seed + 2000), recipeOf(2 * seed + 2001, hanging));
    return (['length', 'tilt', 'place'] as const).every((what) =>
      changes.some((change) => change.part === 'left ear' && change.what === what),
    );
  }),
  95,
);
const wrongly = shareOf(
  (seed) => betweenKinds(recipeOf(2 * seed + 3000), recipeOf(2 * seed + 3001)).changes.length > 0,
);
row('two of one kind: something is told to change', `${wrongly.toFixed(0)} %`, '<= 10 %', wrongly <= 10);
