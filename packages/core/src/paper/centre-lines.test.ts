import { emptyMask } from '../mask/mask.ts';
import { centreLines, lineWidths } from './centre-lines.ts';

/** A mask with everything within `half` of some segments set. */
function inked(size: number, half: number, segments: readonly (readonly [number, number, number, number])[]) {
  const mask = emptyMask(size, size);
  for (let y = 0; y < size; y += 1)
    for (let x = 0; x < size; x += 1)
      for (const [ax, ay, bx, by] of segments) {
        const [dx, dy] = [bx - ax, by - ay];
        const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)));
        if (Math.hypot(x - ax - t * dx, y - ay - t * dy) <= half) mask.bits[y * size + x] = 1;
      }
  return mask;
}

const lengthOf = (line: readonly { x: number; y: number }[]): number =>
  line.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - line[i]!.x, p.y - line[i]!.y), 0);

test('a thick line gives one line along its middle, about as long', () => {
  const [line, ...more] = centreLines(inked(120, 3, [[20, 60, 100, 60]]));
  expect(more).toEqual([]);
  expect(Math.abs(lengthOf(line!) - 80)).toBeLessThan(8);
  for (const { y } of line!) expect(Math.abs(y - 60.5)).toBeLessThanOrEqual(1);
});

test('a cross gives its arms, all of their length', () => {
  const lines = centreLines(
    inked(120, 2, [
      [20, 60, 100, 60],
      [60, 20, 60, 100],
    ]),
  );
  const total = lines.reduce((sum, line) => sum + lengthOf(line), 0);
  expect(Math.abs(total - 160)).toBeLessThan(16);
  expect(lines.length).toBeLessThanOrEqual(4);
});

test('a ring is followed all round, and ink up to the edge is not lost', () => {
  const ring = Array.from({ length: 40 }, (_, i): [number, number, number, number] => {
    const at = (k: number) =>
      [60 + 30 * Math.cos((k * Math.PI) / 20), 60 + 30 * Math.sin((k * Math.PI) / 20)] as const;
    return [...at(i), ...at(i + 1)];
  });
  const total = centreLines(inked(120, 2, ring)).reduce((sum, line) => sum + lengthOf(line), 0);
  // A line of pixels goes in steps, which are longer than the curve.
  expect(total / (2 * Math.PI * 30)).toBeGreaterThan(0.95);
  expect(total / (2 * Math.PI * 30)).toBeLessThan(1.25);
  expect(centreLines(inked(40, 1, [[0, 0, 39, 0]]))).toHaveLength(1);
});

test('nothing and a speck give no line', () => {
  expect(centreLines(emptyMask(10, 10))).toEqual([]);
  expect(centreLines(inked(20, 1, [[10, 10, 10.1, 10]]))).toEqual([]);
  expect(centreLines(emptyMask(0, 0))).toEqual([]);
});

test.each([
  [0.75, [20, 20, 110, 20]],
  [1, [0, 60, 139, 60]],
  [1, [30, 80, 90, 125]],
  [2, [20, 20, 80, 110]],
  [4, [30, 110, 110, 50]],
] as const)('ink within %d px of its middle is told to be as wide as it covers pixels', (half, segment) => {
  const mask = inked(140, half, [segment]);
  const lines = centreLines(mask);
  const [ax, ay, bx, by] = segment;
  const covered = mask.bits.reduce((sum, bit) => sum + bit, 0) / (Math.hypot(bx - ax, by - ay) + 2 * half);
  for (const width of lineWidths(mask, lines)) expect(Math.abs(width - covered)).toBeLessThan(0.6);
  expect(lines).toHaveLength(1);
  expect(lineWidths(mask, [])).toEqual([]);
});
