import { pictureLines } from './picture-lines.ts';

const [WIDTH, HEIGHT] = [200, 160];

/** A picture of one tone, with what is painted on it. Four bytes a pixel. */
function picture(toneAt: (x: number, y: number) => number): Uint8ClampedArray {
  const rgba = new Uint8ClampedArray(4 * WIDTH * HEIGHT);
  for (let y = 0; y < HEIGHT; y += 1)
    for (let x = 0; x < WIDTH; x += 1) {
      const tone = toneAt(x, y);
      rgba.set([tone, tone, tone, 255], 4 * (y * WIDTH + x));
    }
  return rgba;
}
const RADIUS = 45;
const fromCentre = (x: number, y: number): number => Math.hypot(x - 100, y - 80);

test('the outline of a disc is seen where it is, as one that counts whole', () => {
  const lines = pictureLines(
    picture((x, y) => (fromCentre(x, y) < RADIUS ? 60 : 225)),
    WIDTH,
    HEIGHT,
  );
  const outline = lines.filter(({ weight }) => weight === 1).flatMap(({ points }) => points);
  expect(outline.length).toBeGreaterThan(20);
  for (const { x, y } of outline) expect(Math.abs(fromCentre(x, y) - RADIUS)).toBeLessThan(2.5);
  const turns = new Set(outline.map(({ x, y }) => Math.floor((4 * Math.atan2(y - 80, x - 100)) / Math.PI)));
  expect(turns.size).toBeGreaterThanOrEqual(7);
});

test('an edge within it counts less, and one on the ground far from it not at all', () => {
  const lines = pictureLines(
    picture((x, y) => {
      if (fromCentre(x, y) < RADIUS) return x < 100 ? 50 : 85;
      return 225;
    }),
    WIDTH,
    HEIGHT,
  );
  const inner = lines.filter(({ points }) => points.some(({ x, y }) => fromCentre(x, y) < 20));
  expect(inner.length).toBeGreaterThan(0);
  for (const { points, weight } of inner) {
    expect(weight).toBeLessThan(1);
    for (const { x } of points) expect(Math.abs(x - 100)).toBeLessThan(3);
  }
  for (const { points } of lines)
    for (const { x, y } of points) expect(fromCentre(x, y)).toBeLessThan(RADIUS + 6);
});

test('a picture without an edge, and one of a single pixel, have no lines', () => {
  expect(
    pictureLines(
      picture(() => 128),
      WIDTH,
      HEIGHT,
    ),
  ).toEqual([]);
  expect(pictureLines(new Uint8ClampedArray([9, 9, 9, 255]), 1, 1)).toEqual([]);
});

test('a pale thing on pale ground is outlined all round, though dark bars beside it stand out more', () => {
  const lines = pictureLines(
    picture((x, y) => {
      if (fromCentre(x, y) < RADIUS) return 195;
      return x >= 156 && x < 190 && x % 12 < 6 && y > 45 && y < 115 ? 40 : 165;
    }),
    WIDTH,
    HEIGHT,
  );
  const round = lines
    .flatMap(({ points }) => points)
    .filter(({ x, y }) => Math.abs(fromCentre(x, y) - RADIUS) < 2.5);
  const turns = new Set(round.map(({ x, y }) => Math.floor((8 * Math.atan2(y - 80, x - 100)) / Math.PI)));
  expect(turns.size).toBe(16);
});

test('where most edges lie beside what was guessed to be the thing, all of them are given alike', () => {
  // A dark square is what differs most from what lies at the margins, where stripes go on.
  const lines = pictureLines(
    picture((x, y) => {
      if (x > 80 && x < 120 && y > 5 && y < 45) return 20;
      return y > 55 && y % 20 < 10 ? 215 : 200;
    }),
    WIDTH,
    HEIGHT,
  );
  expect(lines.filter(({ points }) => points.every(({ y }) => y > 50)).length).toBeGreaterThan(5);
  for (const { weight } of lines) expect(weight).toBe(1);
});
