import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { valuesOf, type ValueReport } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { filled, squaredDistances, type Mask } from '@deft/core/mask';
import { gaussian, seeded } from '@deft/core/random';
import { lightnessOf, VALUE_BINS, valueThresholds, type Lightness } from '@deft/core/tone';
import { row } from './table.ts';

/**
 * What is told of a drawing's values: the demo's pictures as an unsteady hand lays them in tone, lighter
 * and softer
 * on the whole, a little out of place and grainy, with one group sunk into its neighbour, or a place left
 * unfilled; and true copies.
 */

const COUNT = Number(process.env['DEFT_VALUES'] ?? 300);
const FIRST = Number(process.env['DEFT_VALUE_FIRST'] ?? 6_300_000);
/** Pictures are looked at in the studio's size, pixels of the longer side. */
const SIDE = 420;
const PAPER = 97;

interface Picture {
  readonly file: string;
  readonly truth: {
    readonly height: number;
    readonly silhouettes: readonly (readonly (readonly Point[])[])[];
  };
}
const { pictures } = JSON.parse(readFileSync(new URL('../demo/sets.json', import.meta.url), 'utf8')) as {
  pictures: Picture[];
};

interface Looked {
  readonly light: Lightness;
  readonly within: Mask;
  /** The thing's height, pixels. */
  readonly height: number;
}
const looked = new Map<string, Promise<Looked>>();
function lookedAt({ file, truth }: Picture): Promise<Looked> {
  const known = looked.get(file);
  if (known) return known;
  const made = (async (): Promise<Looked> => {
    const image = sharp(new URL(`../demo/${file}`, import.meta.url).pathname);
    const { width: whole = 1 } = await image.metadata();
    const { data, info } = await image
      .resize(SIDE, SIDE, { fit: 'inside' })
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const by = info.width / whole;
    const outlines = (truth.silhouettes[0] ?? []).map((outline) =>
      outline.map(({ x, y }) => ({ x: x * by, y: y * by })),
    );
    return {
      light: lightnessOf(new Uint8ClampedArray(data), info.width, info.height),
      within: filled(outlines, info.width, info.height),
      height: truth.height * by,
    };
  })();
  looked.set(file, made);
  return made;
}

const PLANTS = ['nothing', 'dark too light', 'middle too light', 'a hole'] as const;
type Plant = (typeof PLANTS)[number];

/** The group of each place of a thing, and the mean lightness of each group, L*. */
function groupsOf({ values }: Lightness, { bits }: Mask): { of: Int8Array; means: number[] } {
  const histogram = new Array<number>(VALUE_BINS).fill(0);
  bits.forEach((bit, i) => {
    const bin = Math.min(VALUE_BINS - 1, Math.floor(((values[i] as number) / 256) * VALUE_BINS));
    if (bit) histogram[bin] = (histogram[bin] as number) + 1;
  });
  const cuts = valueThresholds(histogram, 3).map((l) => (l * 255) / 100);
  const of = Int8Array.from(values, (v, i) => (bits[i] ? cuts.filter((cut) => cut <= v).length : -1));
  const means = [0, 1, 2].map((group) => {
    const own = [...values].filter((_, i) => of[i] === group);
    return (own.reduce((a, b) => a + b, 0) / own.length) * (100 / 255);
  });
  return { of, means };
}

/** A picture as it was laid in tone. @returns null where there is nothing to plant in it */
function drawn({ light, within, height }: Looked, plant: Plant, random: () => number): Lightness | null {
  const { width, height: rows, values } = light;
  const { of, means } = groupsOf(light, within);
  const soft = 0.65 + 0.35 * random();
  const [dx, dy] = [0, 1].map(() => Math.round((random() - 0.5) * 0.02 * height)) as [number, number];
  // The middle of a picture is where it stays when it is made softer.
  const middle = means[1] as number;
  // As light as paper lets it be: then the lightest tones still stand apart.
  const lift = Math.min(12 * random(), PAPER - 8 - middle - soft * ((means[2] as number) - middle));
  const sunk = plant === 'dark too light' ? 0 : plant === 'middle too light' ? 1 : -1;
  // A group that hardly stands apart in the picture cannot sink.
  if (sunk >= 0 && (means[sunk + 1] as number) - (means[sunk] as number) < 10) return null;
  let hole: { x: number; y: number; r: number } | null = null;
  if (plant === 'a hole') {
    const r = (0.022 + 0.012 * random()) * height;
    const outside: Mask = {
      ...within,
      bits: Uint8Array.from(of, (group) => (group === 0 || group === 1 ? 0 : 1)),
    };
    const deep = squaredDistances(outside);
    const places = [...deep.keys()].filter((i) => (deep[i] as number) > (1.8 * r) ** 2);
    const at = places[Math.floor(random() * places.length)];
    if (at === undefined) return null;
    hole = { x: at % width, y: Math.floor(at / width), r };
  }
  const made = new Uint8ClampedArray(values.length).fill((PAPER * 255) / 100);
  for (let y = 0; y < rows; y += 1)
    for (let x = 0; x < width; x += 1) {
      const [u, v] = [x - dx, y - dy];
      if (u < 0 || v < 0 || u >= width || v >= rows) continue;
      const i = v * width + u;
      const group = of[i] as number;
      if (group < 0 || (hole && Math.hypot(u - hole.x, v - hole.y) < hole.r)) continue;
      let l = ((values[i] as number) * 100) / 255;
      if (group === sunk) l = (means[sunk + 1] as number) - 2 + 0.2 * (l - (means[sunk] as number));
      // Tone is never as light as the paper that it lies on.
      l = Math.min(PAPER - 5, middle + soft * (l - middle) + lift + 2 * gaussian(random));
      made[y * width + x] = (l * 255) / 100;
    }
  return { width, height: rows, values: made };
}

const isNamed = ({ off, holes }: ValueReport, plant: Plant): boolean =>
  plant === 'a hole'
    ? holes.length > 0
    : off !== null && plant.startsWith(off.pair[0]) && off.moved?.way !== 'dark';

const tally = new Map(PLANTS.map((plant) => [plant, { planted: 0, told: 0, named: 0, said: 0, other: 0 }]));
for (let k = 0; k < COUNT; k += 1) {
  const random = seeded(FIRST + k);
  const picture = pictures[Math.floor(random() * pictures.length)] as Picture;
  const plant = PLANTS[k % PLANTS.length] as Plant;
  const on = await lookedAt(picture);
  const drawing = drawn(on, plant, random);
  if (!drawing) continue;
  const report = valuesOf(drawing, on.light, on.within, on.height);
  const count = tally.get(plant)!;
  count.planted += 1;
  if (!report) continue;
  count.told += 1;
  const right = plant !== 'nothing' && isNamed(report, plant);
  count.named += right ? 1 : 0;
  const clearly = (report.off?.sure === 'clearly' ? 1 : 0) + (report.holes.length > 0 ? 1 : 0);
  const own = right && (plant === 'a hole' || report.off?.sure === 'clearly') ? 1 : 0;
  count.said += clearly;
  count.other += clearly - own;
  if (process.env['DEFT_SAY'] && (!right || count.other))
    console.log(k, picture.file, plant, JSON.stringify(report.off), report.holes.length);
}
const share = (part: number, whole: number): string =>
  `${((100 * part) / Math.max(1, whole)).toFixed(1)} % of ${whole}`;
for (const [plant, { planted, told, named }] of tally) {
  row(`values: ${plant}, told at all`, `${told} of ${planted}`, 'shown');
  if (plant !== 'nothing')
    row(`values: ${plant}, named`, share(named, planted), '>= 75 %', named >= 0.75 * planted);
}
const all = [...tally.values()];
const [said, wrong] = [
  all.reduce((sum, { said: n }) => sum + n, 0),
  all.reduce((sum, { other }) => sum + other, 0),
];
row('values: said clearly and not planted', share(wrong, said), '<= 5 %', wrong <= 0.05 * said);
const copies = tally.get('nothing')!;
row(
  'values: copies of which anything is said clearly',
  share(copies.said, copies.told),
  '<= 3 %',
  copies.said <= 0.03 * copies.told,
);
