import { readFileSync } from 'node:fs';
import type { InkReference } from '@deft/core/ink';
import type { Point } from '@deft/core/geometry';
import { gaussian, seeded } from '@deft/core/random';
import {
  drawFigure,
  LIMB_NAMES,
  planted,
  type Change,
  type Limb,
  type Manner,
  type Places,
} from '../packages/core/src/testing/drawn-figure.ts';

/** Made drawings of the demo's figures, on a page in millimetres, with the truth of what was drawn. */

interface Picture {
  readonly file: string;
  readonly subject: string;
  readonly truth: {
    readonly landmarks: readonly { name: string; at: Point; hidden: boolean }[];
    readonly height: number;
  };
}

const { pictures } = JSON.parse(readFileSync(new URL('../demo/sets.json', import.meta.url), 'utf8')) as {
  pictures: Picture[];
};
export const figures = pictures.filter(({ subject }) => subject === 'figure');

export interface InkCase {
  readonly reference: InkReference;
  /** The reference's picture, and the one that was drawn: another one in a trap. */
  readonly file: string;
  readonly lines: Point[][];
  readonly truth: Places;
  readonly left: readonly string[];
  readonly changes: readonly Change[];
  /** The figure's height on the page, millimetres. */
  readonly height: number;
}

export type CaseKind = 'plain' | 'looser' | 'mirrored' | 'another pose';

const pick = <T>(list: readonly T[], random: () => number): T =>
  list[Math.floor(random() * list.length)] as T;

/** A change well past tolerance: a limb turned, a limb longer or shorter, the head, shoulders or hips. */
export function someChange(random: () => number): Change {
  const limb: Limb = pick(LIMB_NAMES, random);
  const sign = random() < 0.5 ? -1 : 1;
  return pick<() => Change>(
    [
      () => ({ kind: 'turn', limb, by: sign * (12 + 10 * random()) }),
      () => ({ kind: 'length', limb, by: sign * (0.2 + 0.1 * random()) }),
      () => ({ kind: 'head', by: sign * (0.2 + 0.1 * random()) }),
      () => ({ kind: 'shoulders', by: sign * (10 + 5 * random()) }),
      () => ({ kind: 'hips', by: sign * (10 + 5 * random()) }),
    ],
    random,
  )();
}

/** One made drawing: the same for the same seed, manner and kind. */
export function inkCase(seed: number, manner: Manner, kind: CaseKind): InkCase {
  const random = seeded(seed);
  const picture = pick(figures, random);
  let drawn = picture;
  while (kind === 'another pose' && drawn === picture) drawn = pick(figures, random);
  const { height } = drawn.truth;
  const changes = Array.from({ length: Math.floor(random() * (kind === 'another pose' ? 1 : 4)) }, () =>
    someChange(random),
  );
  let places: Places = new Map(drawn.truth.landmarks.map(({ name, at }) => [name, at]));
  for (const change of changes) places = planted(places, change);
  if (kind === 'looser') {
    const off = (): number => 0.01 * height * gaussian(random);
    places = new Map([...places].map(([name, p]) => [name, { x: p.x + off(), y: p.y + off() }]));
  }
  const leftOut = random() < 0.25 ? [pick(LIMB_NAMES, random)] : [];
  const wobble = kind === 'looser' ? 0.8 + 1.4 * random() : 0.4 + 0.8 * random();
  const figure = drawFigure(places, height, { manner, wobble, random, leftOut });
  const turn = kind === 'looser' ? ((random() - 0.5) * 20 * Math.PI) / 180 : 0;
  const scale = (100 + 60 * random()) / height;
  const flip = kind === 'mirrored' ? -1 : 1;
  const [c, s] = [scale * Math.cos(turn), scale * Math.sin(turn)];
  const onPage = ({ x, y }: Point): Point => ({
    x: 105 + c * flip * x - s * y,
    y: 20 + s * flip * x + c * y,
  });
  return {
    reference: { landmarks: picture.truth.landmarks, height: picture.truth.height },
    file: picture.file,
    lines: figure.lines.map((line) => line.map(onPage)),
    truth: new Map([...figure.truth].map(([name, p]) => [name, onPage(p)])),
    left: [...places.keys()].filter((name) => !figure.truth.has(name)),
    changes,
    height: scale * height,
  };
}

/** A limb as a whole: two changes of one limb are another change. */
export const familyOf = (change: Change): string =>
  'limb' in change ? change.limb.replace('forearm', 'arm').replace('shin', 'leg') : change.kind;

/** One or two changes, each well past tolerance, on a drawing that is whole; or a copy, flipped by chance. */
export function plantedCase(
  seed: number,
  manner: Manner,
  copy: boolean,
): InkCase & { readonly places: Places } {
  const random = seeded(seed);
  const picture = pick(figures, random);
  const { landmarks, height } = picture.truth;
  const changes: Change[] = [];
  const count = copy ? 0 : 1 + Math.floor(2 * random());
  while (changes.length < count) {
    const change = someChange(random);
    if (!changes.some((other) => familyOf(other) === familyOf(change))) changes.push(change);
  }
  let places: Places = new Map(landmarks.map(({ name, at }) => [name, at]));
  for (const change of changes) places = planted(places, change);
  const figure = drawFigure(places, height, { manner, wobble: 0.4 + 0.4 * random(), random });
  const scale = (100 + 60 * random()) / height;
  const flip = copy && random() < 0.25 ? -1 : 1;
  const onPage = ({ x, y }: Point): Point => ({ x: 105 + flip * scale * x, y: 20 + scale * y });
  return {
    reference: { landmarks, height },
    file: picture.file,
    lines: figure.lines.map((line) => line.map(onPage)),
    truth: new Map([...figure.truth].map(([name, p]) => [name, onPage(p)])),
    left: [],
    changes,
    height: scale * height,
    places,
  };
}

/** Drawings of no figure: boxes, a wandering line, straight lines, rounds, letters. */
export function doodle(seed: number): Point[][] {
  const random = seeded(seed);
  const any = (): Point => ({ x: 200 * random(), y: 290 * random() });
  const some = (most: number): number => 3 + Math.floor(most * random());
  const round = (at: Point, rx: number, ry: number): Point[] =>
    Array.from({ length: 37 }, (_, i) => ({
      x: at.x + rx * Math.cos((i * Math.PI) / 18),
      y: at.y + ry * Math.sin((i * Math.PI) / 18),
    }));
  switch (seed % 5) {
    case 0:
      return Array.from({ length: some(10) }, () => {
        const [a, b] = [any(), any()];
        return [a, { x: b.x, y: a.y }, b, { x: a.x, y: b.y }, a];
      });
    case 1: {
      let [p, turn] = [any(), 0];
      return [
        Array.from({ length: 300 }, () => {
          turn += 0.4 * gaussian(random);
          p = { x: p.x + 3 * Math.cos(turn), y: p.y + 3 * Math.sin(turn) };
          return p;
        }),
      ];
    }
    case 2:
      return Array.from({ length: some(20) }, () => [any(), any()]);
    case 3:
      return Array.from({ length: some(8) }, () => round(any(), 8 + 30 * random(), 8 + 30 * random()));
    default:
      return Array.from({ length: some(24) }, (_, i) => {
        const at = { x: 20 + 22 * (i % 8), y: 40 + 40 * Math.floor(i / 8) };
        return random() < 0.4
          ? round({ x: at.x + 8, y: at.y + 10 }, 8, 10)
          : Array.from({ length: some(3) }, () => ({ x: at.x + 16 * random(), y: at.y + 22 * random() }));
      });
  }
}
