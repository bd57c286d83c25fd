import fc from 'fast-check';
import { seeded, gaussian } from '../random/seeded.ts';
import type { Quad } from '../geometry/homography.ts';
import { agreement } from './agreement.ts';
import { spreadOut } from './blocks.ts';
import { candidates } from './candidates.ts';
import { edgesOf } from './edges.ts';
import { pageScore } from './judge-page.ts';
import { liftInk } from './lift-ink.ts';
import { levelLight, paperLight } from './lighting.ts';
import { linesOf } from './lines.ts';
import { atMost, luma, type Rgb } from './picture.ts';
import { refineCorners } from './refine-corners.ts';

/** A grey picture by its value at a pixel's middle. */
const painted = (width: number, height: number, value: (x: number, y: number) => number): Rgb => {
  const data = new Uint8ClampedArray(width * height * 3);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      data.fill(value(x + 0.5, y + 0.5), (y * width + x) * 3, (y * width + x) * 3 + 3);
  return { width, height, data };
};
/** How far within a quadrilateral that goes round clockwise a place lies, pixels. */
const depth = (quad: Quad, x: number, y: number): number =>
  Math.min(
    ...quad.map((a, i) => {
      const b = quad[(i + 1) % 4]!;
      return ((b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x)) / Math.hypot(b.x - a.x, b.y - a.y);
    }),
  );
/** A light sheet with soft edges on a dark desk. */
const sheet = (quad: Quad, width = 200, height = 240): Rgb =>
  painted(width, height, (x, y) => 60 + 150 * Math.min(1, Math.max(0, depth(quad, x, y) + 0.5)));

const QUAD: Quad = [
  { x: 40, y: 36 },
  { x: 158, y: 48 },
  { x: 168, y: 200 },
  { x: 30, y: 208 },
];

test('an edge lies where the light changes and faces where it grows lighter', () => {
  const { strength, direction } = edgesOf(painted(40, 40, (x) => (x < 20 ? 40 : 200)));
  const row = Array.from({ length: 40 }, (_, x) => strength[20 * 40 + x]!);
  const at = row.indexOf(Math.max(...row));
  expect([19, 20]).toContain(at);
  expect(row.filter((s) => s > 0)).toHaveLength(1);
  expect(direction[20 * 40 + at]).toBeCloseTo(0, 6);
  const down = edgesOf(painted(40, 40, (_, y) => (y < 20 ? 200 : 40)));
  const k = down.strength.indexOf(Math.max(...down.strength));
  expect(down.direction[k]).toBeCloseTo(-Math.PI / 2, 6);
});

test('a straight edge of any direction is found as a line to half a degree and a pixel', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: -30, max: 30 }), (degrees, off) => {
      const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
      const at = 60 * c + 60 * s + off;
      const [line] = linesOf(
        edgesOf(painted(120, 120, (x, y) => 60 + 140 * Math.min(1, Math.max(0, x * c + y * s - at + 0.5)))),
        5,
      );
      const way = Math.sign(line!.cos * c + line!.sin * s);
      const turned = Math.abs(Math.asin(line!.cos * s - line!.sin * c)) * (180 / Math.PI);
      expect(turned).toBeLessThan(0.5);
      expect(Math.abs(way * line!.at + 0.5 * (c + s) - at)).toBeLessThan(1);
    }),
    { numRuns: 24 },
  );
});

test('the sheet is among the candidates, and of all of them it is judged the page', () => {
  const picture = sheet(QUAD);
  const found = candidates(linesOf(edgesOf(picture), 20), picture.width, picture.height);
  const off = (quad: Quad): number =>
    Math.max(...QUAD.map((p) => Math.min(...quad.map((q) => Math.hypot(p.x - q.x, p.y - q.y)))));
  const [best] = [...found].sort((a, b) => pageScore(picture, b) - pageScore(picture, a));
  expect(off(best!.quad)).toBeLessThan(2);
  expect(best!.supports.every((share) => share > 0.8)).toBe(true);
});

test('corners that are roughly right are measured to a twentieth of a pixel', () => {
  const chance = seeded(5);
  for (let round = 0; round < 6; round += 1) {
    const rough = QUAD.map(({ x, y }) => ({
      x: x + 4 * (chance() - 0.5),
      y: y + 4 * (chance() - 0.5),
    })) as unknown as Quad;
    const refined = refineCorners(sheet(QUAD), rough);
    QUAD.forEach((corner, i) =>
      expect(Math.hypot(refined!.corners[i]!.x - corner.x, refined!.corners[i]!.y - corner.y)).toBeLessThan(
        0.05,
      ),
    );
    expect(Math.min(...refined!.agreeing)).toBeGreaterThan(0.9);
  }
  expect(
    refineCorners(
      painted(200, 240, () => 128),
      QUAD,
    ),
  ).toBeNull();
});

test('made smaller, a picture keeps its average, whatever its size', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 60 }),
      fc.integer({ min: 1, max: 60 }),
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 0, max: 1000 }),
      (width, height, longest, seed) => {
        const chance = seeded(seed);
        const picture = painted(width, height, () => 255 * chance());
        const { picture: small, by } = atMost(picture, longest);
        expect(Math.max(small.width, small.height)).toBeLessThanOrEqual(Math.max(1, longest));
        expect(by).toBeLessThanOrEqual(1);
        const [least, most] = [Math.min(...picture.data), Math.max(...picture.data)];
        for (const v of small.data) expect(v >= least && v <= most).toBe(true);
        if (width % small.width === 0 && height % small.height === 0) {
          const mean = (data: ArrayLike<number>): number =>
            Array.from(data).reduce((sum, v) => sum + v, 0) / data.length;
          expect(Math.abs(mean(small.data) - mean(picture.data))).toBeLessThanOrEqual(0.5);
        }
      },
    ),
  );
});

test('the paper’s light follows a fall of light and does not see lines', () => {
  const lit = (x: number, y: number): number => 120 + 0.2 * x + 0.1 * y;
  const { data } = paperLight(
    luma(painted(400, 300, (x, y) => lit(x, y) * (Math.abs((x % 40) - 20) < 1.5 ? 0.4 : 1))),
  );
  for (const [x, y] of [
    [60, 60],
    [200, 150],
    [340, 240],
  ] as const)
    expect(Math.abs(data[y * 400 + x]! / lit(x, y) - 1)).toBeLessThan(0.04);
});

test('blocks are spread out between their middles, and flat beyond the outermost', () => {
  const { data } = spreadOut({ values: Float32Array.from([0, 10]), columns: 2, rows: 1, side: 10 }, 20, 10);
  expect([data[0], data[4], data[15], data[19]].map((v) => v)).toEqual([0, 0, 10, 10]);
  expect(data[9]! + data[10]!).toBeCloseTo(10, 5);
  expect(data[10]).toBeGreaterThan(data[9]!);
});

test('what one mask finds of the other is what the other has found of it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 0, max: 4 }), (seed, within) => {
      const chance = seeded(seed);
      const mask = () => ({
        width: 14,
        height: 9,
        bits: Uint8Array.from({ length: 126 }, () => (chance() < 0.15 ? 1 : 0)),
      });
      const [a, b] = [mask(), mask()];
      const [one, other] = [agreement(a, b, within), agreement(b, a, within)];
      expect([one.precision, one.recall, one.f1]).toEqual([other.recall, other.precision, other.f1]);
      // Further away no less agrees.
      expect(agreement(a, b, within + 1).f1).toBeGreaterThanOrEqual(one.f1);
    }),
  );
});

test('the fainter a line may be, the more is lifted, and nothing that was lifted is lost', () => {
  const chance = seeded(3);
  const page = painted(
    300,
    360,
    (x, y) =>
      (190 - 0.1 * y) *
      (1 + 0.008 * gaussian(chance)) *
      [
        [60, 0.08],
        [120, 0.16],
        [180, 0.3],
        [240, 0.6],
      ].reduce(
        (light, [at, ink]) => (Math.abs(x - at!) < 1.5 && y > 40 && y < 320 ? light * (1 - ink!) : light),
        1,
      ),
  );
  const [few, usual, many] = [0, 0.5, 1].map((faint) => liftInk(page, { faint }).mask.bits);
  const count = (bits: Uint8Array): number => bits.reduce((sum, bit) => sum + bit, 0);
  expect(count(few!)).toBeLessThan(count(usual!));
  expect(count(usual!)).toBeLessThan(count(many!));
  const lost = few!.reduce((n, bit, k) => n + (bit && !many![k] ? 1 : 0), 0);
  expect(lost).toBe(0);
  // The darkest line is there in any case.
  const dark = Array.from({ length: 200 }, (_, i) => (100 + i) * 300 + 240);
  for (const bits of [few!, usual!, many!]) expect(dark.filter((k) => bits[k]).length).toBeGreaterThan(190);
});

describe('what is no ink', () => {
  const W = 500;
  const H = 600;
  const line = (x: number, y: number): boolean =>
    Math.abs(x - 250 - 0.2 * (y - 300)) < 1.6 && y > 80 && y < 520;
  const lifted = (back: (x: number, y: number) => number, ink = 0.2) => {
    const { mask } = liftInk(painted(W, H, (x, y) => 170 * back(x, y) * (line(x, y) ? 1 - ink : 1)));
    let [on, off] = [0, 0];
    for (let k = 0; k < mask.bits.length; k += 1)
      if (mask.bits[k]) {
        if (
          line((k % W) + 0.5, Math.floor(k / W) + 0.5) ||
          line((k % W) + 3, Math.floor(k / W) + 0.5) ||
          line((k % W) - 2, Math.floor(k / W) + 0.5)
        )
          on += 1;
        else off += 1;
      }
    return { on, off };
  };
  const noise = (amount: number) => {
    const chance = seeded(9);
    const sheet = Float32Array.from({ length: W * H }, () => 1 + amount * gaussian(chance));
    return (x: number, y: number): number => sheet[Math.floor(y) * W + Math.floor(x)]!;
  };

  test('a fold: as light on its one side as it is dark on the other', () => {
    const grain = noise(0.004);
    const fold = (x: number, y: number): number => {
      const away = (y - 0.6 * x - 120) / 4;
      return grain(x, y) * (1 + 0.06 * away * Math.exp(-away * away));
    };
    const { on, off } = lifted(fold, 0.12);
    expect(on).toBeGreaterThan(900);
    expect(off).toBeLessThan(0.03 * on);
  });

  test('grain that is rough in the dark part of a photo only', () => {
    const [calm, rough] = [noise(0.004), noise(0.04)];
    const { on, off } = lifted((x, y) => (1 - (0.5 * y) / H) * (y > 400 ? rough : calm)(x, y), 0.35);
    expect(on).toBeGreaterThan(900);
    expect(off).toBeLessThan(0.03 * on);
  });

  test('the soft rim of a shadow', () => {
    const grain = noise(0.004);
    const { on, off } = lifted(
      (x, y) => grain(x, y) * (1 - 0.4 / (1 + Math.exp(-(140 - Math.hypot(x - 330, y - 380)) / 9))),
      0.35,
    );
    expect(on).toBeGreaterThan(900);
    expect(off).toBeLessThan(0.12 * on);
  });

  test('and light paper stays paper: evened, most of it is 1', () => {
    const grain = noise(0.01);
    const { data } = levelLight(luma(painted(W, H, (x, y) => 180 * grain(x, y) * (1 - 0.3 * (x / W)))));
    const sorted = [...data].sort((a, b) => a - b);
    expect(sorted[sorted.length >> 1]).toBeCloseTo(1, 1);
    expect(sorted[0]).toBeGreaterThan(0.9);
  });
});
