import { readFileSync } from 'node:fs';
import { checkPages, type CheckedPages } from '@deft/core/findings';
import { transformPoint, type Affine, type Point } from '@deft/core/geometry';
import { filled, gaps, outlinesOf } from '@deft/core/mask';
import { evenSteps } from '@deft/core/shape';
import { gaussian, seeded } from '@deft/core/random';
import type { SubjectKey } from '@deft/core/subjects';
import { wobbled } from '../packages/core/src/testing/drawn-figure.ts';
import { evenly, madePage, newId } from './made-page.ts';

/** One drawing of a picture's outline, with one change planted in it, and what is told of its shape. */

interface Picture {
  readonly file: string;
  readonly subject: SubjectKey;
  readonly truth: {
    readonly landmarks: readonly { name: string; at: Point; hidden: boolean }[];
    readonly height: number;
    readonly silhouettes: readonly (readonly (readonly Point[])[])[];
  };
}

const { pictures } = JSON.parse(readFileSync(new URL('../demo/sets.json', import.meta.url), 'utf8')) as {
  pictures: Picture[];
};

/** The demo's figures. */
export const shapePictures = pictures.filter(({ subject }) => subject === 'figure');

export const PLANTS = ['nothing', 'bulged out', 'fallen in', 'gap closed'] as const;
export type Plant = (typeof PLANTS)[number];

export interface ShapeCase {
  readonly seed: number;
  readonly plant: Plant;
}

export interface ShapeTold {
  /** Whether there was something to plant in this picture. */
  readonly planted: boolean;
  readonly file: string;
  readonly how: readonly {
    readonly way: 'from ink' | 'set';
    readonly told: boolean;
    /** Whether what was planted is named, where it was and the right way. */
    readonly named: boolean;
    /** What else is said clearly: nothing else was planted. */
    readonly false: number;
    readonly said: number;
  }[];
}

/** What a hand sets a landmark by, parts of the figure's height. */
const SET = 0.006;
/** How far a bulge goes, and how long it is, parts of the height. */
const [BULGE, LENGTH] = [
  [0.045, 0.075],
  [0.18, 0.28],
] as const;

const between = ([from, to]: readonly [number, number], random: () => number): number =>
  from + (to - from) * random();

interface Outlined {
  readonly outlines: Point[][];
  /** Where it was planted; null where there was nothing to plant. */
  readonly at: Point | null;
}

/** An outline with a piece of it moved out or in, the most in its middle. */
function bulged(outlines: Point[][], height: number, way: 1 | -1, random: () => number): Outlined {
  const step = height / 200;
  const [outer, ...rest] = [...outlines].sort((a, b) => b.length - a.length).map((o) => evenSteps(o, step));
  if (!outer) return { outlines, at: null };
  const count = outer.length;
  const half = Math.round(between(LENGTH, random) * 100);
  const far = way * between(BULGE, random) * height;
  const middle = Math.floor(random() * count);
  const at = (i: number): Point => outer[(i + count) % count] as Point;
  const inside = (p: Point): boolean =>
    outer.reduce((odd, a, i) => {
      const b = at(i + 1);
      return a.y > p.y !== b.y > p.y && p.x < a.x + ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) ? !odd : odd;
    }, false);
  const [before, after] = [at(middle - half), at(middle + half)];
  const length = Math.hypot(after.x - before.x, after.y - before.y) || 1;
  let normal = { x: (after.y - before.y) / length, y: -(after.x - before.x) / length };
  const here = at(middle);
  if (inside({ x: here.x + normal.x * 2 * step, y: here.y + normal.y * 2 * step }))
    normal = { x: -normal.x, y: -normal.y };
  const moved = outer.map((p, i) => {
    const off = Math.min((i - middle + count) % count, (middle - i + count) % count);
    const by = off < half ? far * Math.cos((off / half) * (Math.PI / 2)) ** 2 : 0;
    return { x: p.x + normal.x * by, y: p.y + normal.y * by };
  });
  // Where what lies beyond is the thing again, or the thing is too thin to fall in, nothing is planted.
  const clear = [0.4, 0.7, 1, 1.4].every(
    (t) => inside({ x: here.x + normal.x * far * t, y: here.y + normal.y * far * t }) === way < 0,
  );
  if (!clear) return { outlines, at: null };
  const tip = { x: here.x + normal.x * far, y: here.y + normal.y * far };
  return { outlines: [moved, ...rest], at: way > 0 ? tip : here };
}

/** A picture whose largest gap was drawn shut. */
function shut(outlines: Point[][], height: number, width: number, rows: number, scale: number): Outlined {
  const small = outlines.map((outline) => outline.map(({ x, y }) => ({ x: x * scale, y: y * scale })));
  const mask = filled(small, Math.ceil(width * scale), Math.ceil(rows * scale));
  // Only a hole, or a bay that is narrow for how far it goes in, is drawn shut by a slip of the hand.
  const [gap] = gaps(mask).filter((one) => {
    const [area, wide] = [one.bits.reduce((a, b) => a + b, 0), 0.05 * height * scale];
    return (
      area > wide * wide && outlinesOf(mask).length > 1 && outlinesOf(one).length === 1 && isHole(one, mask)
    );
  });
  if (!gap) return { outlines, at: null };
  const bits = mask.bits.map((bit, i) => (bit || gap.bits[i] ? 1 : 0));
  const whole = outlinesOf({ ...mask, bits });
  let [x, y, count] = [0, 0, 0];
  gap.bits.forEach((bit, i) => {
    if (!bit) return;
    x += (i % mask.width) + 0.5;
    y += Math.floor(i / mask.width) + 0.5;
    count += 1;
  });
  return {
    outlines: whole.map((outline) => outline.map((p) => ({ x: p.x / scale, y: p.y / scale }))),
    at: { x: x / count / scale, y: y / count / scale },
  };
}

/** Whether a gap touches nothing but the thing. */
const isHole = (
  { width, bits }: { readonly width: number; readonly bits: Uint8Array },
  { bits: thing }: { readonly bits: Uint8Array },
): boolean =>
  bits.every(
    (bit, i) => !bit || [i - 1, i + 1, i - width, i + width].every((j) => bits[j] === 1 || thing[j] === 1),
  );

/** An outline as a hand draws it: in a few strokes that overlap a little, or leave a little open. */
function inStrokes(outline: readonly Point[], height: number, random: () => number): Point[][] {
  const closed = [...outline, ...outline.slice(0, 8)];
  const strokes = 2 + Math.floor(4 * random());
  const length = Math.ceil(closed.length / strokes);
  return Array.from({ length: strokes }, (_, k) =>
    closed.slice(Math.max(0, k * length - 2 + Math.floor(5 * random())), (k + 1) * length + 1),
  )
    .filter((line) => line.length > 2)
    .map((line) => wobbled(line, (0.4 + 0.3 * random()) * 0.01 * height, 0.08 * height, random));
}

const told = (
  { shape }: CheckedPages,
  at: Point | null,
  plant: Plant,
  height: number,
): ShapeTold['how'][0] => {
  const report = shape?.told;
  if (!report) return { way: 'set', told: false, named: false, false: 0, said: 0 };
  const near = (p: Point): boolean => at !== null && Math.hypot(p.x - at.x, p.y - at.y) < 0.15 * height;
  const way = plant === 'bulged out' ? 1 : -1;
  const right =
    plant === 'gap closed'
      ? report.gaps.filter(({ kind, at: place }) => kind !== 'extra' && near(place))
      : report.stretches.filter(({ size, at: place }) => size * way > 0 && near(place));
  const clear = [...report.stretches, ...report.gaps].filter(({ sure }) => sure === 'clearly');
  // What lies where it was planted comes of it, however it is said.
  const other = clear.filter(({ at: place }) => !near(place));
  return { way: 'set', told: true, named: right.length > 0, false: other.length, said: clear.length };
};

/** Draws one and has it checked, from its ink alone and with its landmarks set. */
export function shapeTold({ seed, plant }: ShapeCase): ShapeTold {
  const random = seeded(seed);
  const { file, subject, truth } = shapePictures[Math.floor(random() * shapePictures.length)] as Picture;
  const { landmarks, height, silhouettes } = truth;
  const own = (silhouettes.at(-1) ?? []).map((outline) => [...outline]);
  const extent = own.flat().reduce((most, { x, y }) => ({ x: Math.max(most.x, x), y: Math.max(most.y, y) }), {
    x: 0,
    y: 0,
  });
  const { outlines, at } =
    plant === 'nothing'
      ? { outlines: own, at: null }
      : plant === 'gap closed'
        ? shut(own, height, extent.x + 10, extent.y + 10, 400 / height)
        : bulged(own, height, plant === 'bulged out' ? 1 : -1, random);
  const planted = plant === 'nothing' || at !== null;
  if (!planted) return { planted, file, how: [] };
  const by = (100 + 60 * random()) / height;
  const toPage: Affine = [by, 0, 0, by, 40 + 30 * random(), 20 + 20 * random()];
  const onPage = (line: readonly Point[]): Point[] => line.map((p) => transformPoint(toPage, p));
  const mm = by * height;
  const lines = outlines.flatMap((outline) => inStrokes(evenSteps(onPage(outline), mm / 150), mm, random));
  const rest = {
    trace: null,
    reference: { id: newId(), subject, figureHeight: height, truth: { landmarks }, silhouettes },
    seconds: null,
  };
  const off = (): number => SET * mm * gaussian(random);
  const set = new Map(
    landmarks
      .filter(({ hidden }) => !hidden)
      .map(({ name, at: place }) => {
        const { x, y } = transformPoint(toPage, place);
        return [name, { x: x + off(), y: y + off() }];
      }),
  );
  const strokes = lines.map(evenly);
  return {
    planted,
    file,
    how: [
      { ...told(checkPages({ attempt: madePage(strokes), ...rest }), at, plant, height), way: 'from ink' },
      told(checkPages({ attempt: madePage(strokes, set, SET * mm), ...rest }), at, plant, height),
    ],
  };
}
