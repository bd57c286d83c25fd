import fc from 'fast-check';
import { seeded } from '@deft/core/random';
import { homography, isConvex, isInside } from '@deft/core/geometry';
import { madeFigure } from './figures.ts';
import { madePage, type MadeLayout } from './made-page.ts';
import { madeConditions, madePhoto, type Conditions } from './made-photo.ts';

const EASY: Conditions = {
  tilt: 0,
  towards: 0,
  roll: 0,
  fill: 0.8,
  desk: 'plain',
  paper: 'white',
  ink: 0.8,
  gradient: 0,
  shadow: 0,
  creases: 0,
  light: 1,
};
const SMALL = { width: 120, height: 160 };
const page = (layout: MadeLayout = { kind: 'scattered', count: 3 }, seed = 1) =>
  madePage({ layout, seed, width: 150, line: 2 });
const lightAt = ({ width, rgb }: { width: number; rgb: Uint8Array }, x: number, y: number): number =>
  rgb[(Math.round(y) * width + Math.round(x)) * 3]!;

test('the same seed makes the same page and the same photo; another makes others', () => {
  const [one, same, other] = [1, 1, 2].map((seed) =>
    madePhoto(page(undefined, seed), madeConditions(seed), seed, SMALL),
  );
  expect(same).toEqual(one);
  expect(other!.rgb).not.toEqual(one!.rgb);
});

test('a figure stays within its box and is made of lines', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 5000 }), (seed) => {
      const lines = madeFigure(seeded(seed));
      expect(lines.length).toBeGreaterThan(4);
      for (const { points, weight } of lines) {
        expect(points.length).toBeGreaterThan(1);
        expect(weight).toBeGreaterThan(0);
        for (const { x, y } of points)
          expect([x >= -0.2 && x <= 1.2, y >= -0.2 && y <= 1.2]).toEqual([true, true]);
      }
    }),
    { numRuns: 60 },
  );
});

test('drawings lie on the page, none over another, as many as there are cells, or as there is room for', () => {
  for (const [layout, least, most] of [
    [{ kind: 'one' }, 1, 1],
    [{ kind: 'grid', cells: { columns: 3, rows: 2 }, ruled: true }, 6, 6],
    [{ kind: 'scattered', count: 5 }, 4, 5],
    [{ kind: 'spread', count: 6 }, 4, 6],
  ] as [MadeLayout, number, number][]) {
    for (const seed of [1, 2, 3]) {
      const { width, height, drawings, spread } = page(layout, seed);
      expect(drawings.length).toBeLessThanOrEqual(most);
      expect(drawings.length).toBeGreaterThanOrEqual(least);
      expect(spread).toBe(layout.kind === 'spread');
      drawings.forEach((a, i) => {
        expect([a.x >= 0, a.y >= 0, a.x + a.width <= width, a.y + a.height <= height]).toEqual([
          true,
          true,
          true,
          true,
        ]);
        for (const b of drawings.slice(i + 1))
          expect(
            a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y,
          ).toBe(true);
      });
    }
  }
});

test('drawings that are given are drawn where their boxes lie', () => {
  const across = [
    {
      points: [
        { x: 0, y: 0.5 },
        { x: 1, y: 0.5 },
      ],
      weight: 1,
    },
  ];
  const { width, dark, drawings } = madePage({
    layout: { kind: 'grid', cells: { columns: 2, rows: 1 }, ruled: false },
    seed: 4,
    width: 200,
    line: 3,
    figures: [across, []],
  });
  const middle = (i: number): number =>
    dark[
      Math.round(drawings[i]!.y + drawings[i]!.height / 2) * width +
        Math.round(drawings[i]!.x + drawings[i]!.width / 2)
    ]!;
  expect([middle(0), middle(1)]).toEqual([1, 0]);
});

test('the corners are where the paper really ends, however the camera is held', () => {
  for (const seed of [3, 4, 5, 6]) {
    const { tilt, towards, roll } = madeConditions(seed);
    const photo = madePhoto(page(), { ...EASY, tilt, towards, roll }, seed, SMALL);
    const { corners } = photo;
    expect(isConvex(corners!)).toBe(true);
    const centre = {
      x: corners!.reduce((s, p) => s + p.x, 0) / 4,
      y: corners!.reduce((s, p) => s + p.y, 0) / 4,
    };
    const toward = (p: { x: number; y: number }, by: number) => ({
      x: p.x + (centre.x - p.x) * by,
      y: p.y + (centre.y - p.y) * by,
    });
    for (const [i, corner] of corners!.entries()) {
      const next = corners![(i + 1) % 4]!;
      const side = { x: (corner.x + next.x) / 2, y: (corner.y + next.y) / 2 };
      const [within, beyond] = [toward(side, 0.05), toward(side, -0.05)];
      expect(isInside(corners!, within)).toBe(true);
      if (beyond.x > 1 && beyond.y > 1 && beyond.x < SMALL.width - 2 && beyond.y < SMALL.height - 2)
        expect(lightAt(photo, within.x, within.y) - lightAt(photo, beyond.x, beyond.y)).toBeGreaterThan(40);
    }
  }
});

test('what is dark on the page is dark in the photo where the page’s own map puts it', () => {
  const made = page({ kind: 'grid', cells: { columns: 1, rows: 1 }, ruled: false }, 9);
  const photo = madePhoto(made, { ...EASY, tilt: 25, towards: 70, roll: 8 }, 9, { width: 210, height: 280 });
  const toPhoto = homography(
    [
      { x: 0, y: 0 },
      { x: made.width, y: 0 },
      { x: made.width, y: made.height },
      { x: 0, y: made.height },
    ],
    photo.corners!,
  );
  let [ink, inks, paper, papers] = [0, 0, 0, 0];
  for (let y = 4; y < made.height - 4; y += 2) {
    for (let x = 4; x < made.width - 4; x += 2) {
      const around = [-2, 0, 2].flatMap((dy) =>
        [-2, 0, 2].map((dx) => made.dark[(y + dy) * made.width + x + dx]!),
      );
      const at = toPhoto({ x: x + 0.5, y: y + 0.5 });
      const light = lightAt(photo, at.x - 0.5, at.y - 0.5);
      if (made.dark[y * made.width + x] === 1) {
        ink += light;
        inks += 1;
      } else if (Math.max(...around) === 0) {
        paper += light;
        papers += 1;
      }
    }
  }
  expect(inks).toBeGreaterThan(30);
  expect(paper / papers - ink / inks).toBeGreaterThan(60);
});

test('less light is a darker and a rougher photo, a shadow darkens a part of it, and no page has no corners', () => {
  const rough = (photo: { width: number; rgb: Uint8Array }): number => {
    let sum = 0;
    for (let k = 0; k < photo.rgb.length - 6; k += 6) sum += Math.abs(photo.rgb[k]! - photo.rgb[k + 3]!);
    return sum;
  };
  const [bright, dim] = [1, 0.3].map((light) => madePhoto(null, { ...EASY, light }, 2, SMALL));
  expect(rough(dim!)).toBeGreaterThan(1.3 * rough(bright!));
  expect(bright!.corners).toBeNull();
  const [open, shaded] = [0, 0.5].map((shadow) => madePhoto(page(), { ...EASY, shadow }, 2, SMALL));
  const darker = open!.rgb.reduce((n, v, k) => n + (v - shaded!.rgb[k]! > 20 ? 1 : 0), 0) / open!.rgb.length;
  expect([darker > 0.01, darker < 0.7]).toEqual([true, true]);
});

test('conditions come from easy to hard, within what is said of them, and are told in words', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), (seed) => {
      const { tilt, roll, fill, ink, light, shadow, creases } = madeConditions(seed);
      expect([
        tilt >= 0 && tilt <= 40,
        Math.abs(roll) <= 12,
        fill > 0.6 && fill < 0.9,
        ink >= 0.2 && ink <= 0.85,
        light >= 0.3 && light <= 1,
        shadow >= 0 && shadow <= 0.5,
        creases >= 0 && creases <= 6,
      ]).toEqual(Array(7).fill(true));
    }),
  );
  expect(
    madePhoto(
      page({ kind: 'spread', count: 2 }),
      { ...EASY, paper: 'brown', ink: 0.2, shadow: 0.3, creases: 2, light: 0.4 },
      1,
      SMALL,
    ).conditions,
  ).toBe('tilt 0°, plain, brown paper, pale pencil, shadow, low light, creased, spread');
});
