import fc from 'fast-check';
import { distance, isInside, polygonArea, type Point } from '../geometry/index.ts';
import {
  bentSides,
  FORM_KINDS,
  innerLines,
  pulled,
  reversed,
  shapeFromPath,
  shapeHandles,
  shapeOutline,
  spineSag,
  type Shape,
  type ShapeOf,
} from './index.ts';

const at = (x: number, y: number): Point => ({ x, y });

const SHAPES: readonly Shape[] = [
  { kind: 'ellipse', rx: 30, ry: 12 },
  { kind: 'circle', rim: at(12, 16) },
  { kind: 'half circle', ends: [at(-20, 0), at(20, 0)] },
  { kind: 'bean', spine: [at(-30, 0), at(0, -10), at(30, 0)], width: 24 },
  { kind: 'limb', spine: [at(-40, 0), at(0, 6), at(40, 0)], widths: [24, 14] },
  { kind: 'cylinder', axis: [at(0, 0), at(50, 0)], widths: [30, 24], roundness: 0.4 },
  { kind: 'box', corners: [at(0, 0), at(30, 12), at(-26, 14), at(2, -36)] },
  { kind: 'wedge', corners: [at(-14, 0), at(0, 18), at(0, -18), at(30, -4)] },
  { kind: 'trapezoid', corners: [at(-10, 0), at(10, 0), at(6, 60), at(-6, 60)] },
  { kind: 'triangle', corners: [at(0, 0), at(30, 0), at(10, 40)] },
  { kind: 'outline', corners: [at(0, 0), at(10, 0), at(12, 9), at(3, 14)] },
  { kind: 'line', points: [at(0, 0), at(20, -8), at(44, 2)] },
];

test('every kind of form is tried here', () => {
  expect(SHAPES.map(({ kind }) => kind).sort()).toEqual([...FORM_KINDS].sort());
});

describe('outlines', () => {
  const areaOf = (shape: Shape): number => polygonArea(shapeOutline(shape));

  test('have the areas of their closed forms, up to what a polygon cuts off of a round', () => {
    const round = (corners: number): number => ((corners / 2) * Math.sin((2 * Math.PI) / corners)) / Math.PI;
    expect(areaOf(SHAPES[0]!)).toBeCloseTo(Math.PI * 30 * 12 * round(64), 6);
    expect(areaOf(SHAPES[1]!)).toBeCloseTo(Math.PI * 400 * round(64), 6);
    expect(areaOf(SHAPES[2]!)).toBeCloseTo((Math.PI * 400 * round(64)) / 2, 6);
    const straight: Shape = { kind: 'bean', spine: [at(-30, 0), at(0, 0), at(30, 0)], width: 24 };
    expect(areaOf(straight)).toBeCloseTo(Math.PI * 30 * 12 * round(48), 6);
    const limb: Shape = { kind: 'limb', spine: [at(0, 0), at(30, 0), at(60, 0)], widths: [20, 20] };
    expect(areaOf(limb)).toBeCloseTo(60 * 20 + Math.PI * 100 * round(24), 6);
  });

  test('of a cylinder touch both its ends along straight sides', () => {
    const [length, near, far, roundness] = [50, 30, 24, 0.4];
    const outline = shapeOutline({
      kind: 'cylinder',
      axis: [at(0, 0), at(length, 0)],
      widths: [near, far],
      roundness,
    });
    // Drawn out until its ends are circles, the sides are outer tangents: the closed form of their hull's
    // area.
    const [r, s, apart] = [near / 2, far / 2, length / roundness];
    const slope = Math.asin((r - s) / apart);
    const area =
      (r * r * (Math.PI + 2 * slope) + s * s * (Math.PI - 2 * slope)) / 2 +
      Math.sqrt(apart ** 2 - (r - s) ** 2) * (r + s);
    expect(Math.abs(polygonArea(outline) / (area * roundness) - 1)).toBeLessThan(2e-3);
    // No corner of it lies inside an end.
    for (const { x, y } of outline) {
      expect(Math.hypot(x / (roundness * r), y / r)).toBeGreaterThan(1 - 1e-9);
      expect(Math.hypot((x - length) / (roundness * s), y / s)).toBeGreaterThan(1 - 1e-9);
    }
  });

  test('of a box is a hexagon whose opposite sides are alike, and of a wedge has five corners', () => {
    const six = shapeOutline(SHAPES[6]!);
    expect(six).toHaveLength(6);
    for (let i = 0; i < 3; i += 1) {
      const side = (k: number): Point => at(six[(k + 1) % 6]!.x - six[k]!.x, six[(k + 1) % 6]!.y - six[k]!.y);
      expect(side(i).x).toBeCloseTo(-side(i + 3).x, 9);
      expect(side(i).y).toBeCloseTo(-side(i + 3).y, 9);
    }
    expect(shapeOutline(SHAPES[7]!)).toHaveLength(5);
  });

  test('of a limb lie half its width off its spine', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.2, max: 0.2, noNaN: true }),
        fc.double({ min: 5, max: 20, noNaN: true }),
        (sag, width) => {
          const spine = [at(0, 0), at(50, sag * 100), at(100, 0)] as const;
          expect(spineSag(spine)).toBeCloseTo(sag * 100, 9);
          const outline = shapeOutline({ kind: 'limb', spine, widths: [width, width] });
          const dense = Array.from({ length: 2001 }, (_, i) => {
            const t = i / 2000;
            return at(100 * t, 4 * t * (1 - t) * sag * 100);
          });
          for (const p of outline)
            expect(Math.min(...dense.map((q) => distance(p, q)))).toBeCloseTo(width / 2, 2);
        },
      ),
      { numRuns: 10 },
    );
  });
});

describe('lines inside an outline', () => {
  test('of a box: three edges that are seen meet in front, three that are not meet behind', () => {
    const { seen, hidden } = innerLines(SHAPES[6]!);
    expect([seen.length, hidden.length]).toEqual([3, 3]);
    const [front, behind] = [at(0, 0), at(6, -10)];
    for (const line of seen) expect(Math.min(...line.map((p) => distance(p, front)))).toBeCloseTo(0, 9);
    for (const line of hidden) expect(Math.min(...line.map((p) => distance(p, behind)))).toBeCloseTo(0, 9);
    for (const line of [...seen, ...hidden])
      expect(
        isInside(shapeOutline(SHAPES[6]!), at((line[0]!.x + line[1]!.x) / 2, (line[0]!.y + line[1]!.y) / 2)),
      ).toBe(true);
  });

  test('reversed, what was hidden is seen, and the outline stays; twice reversed it is as it was', () => {
    for (const shape of SHAPES.filter(({ kind }) => ['box', 'wedge', 'cylinder'].includes(kind))) {
      const other = reversed(shape);
      const sorted = (points: readonly Point[]): number[] =>
        points
          .flatMap(({ x, y }) => [x, y])
          .map((v) => Math.round(v * 1e6) / 1e6 + 0)
          .sort((a, b) => a - b);
      expect(sorted(innerLines(other).seen.flat()).length).toBe(
        sorted(innerLines(shape).hidden.flat()).length,
      );
      expect(polygonArea(shapeOutline(other))).toBeCloseTo(polygonArea(shapeOutline(shape)), 6);
      expect(shapeOutline(reversed(other)).map(({ x }) => Math.round(x * 1e6))).toEqual(
        shapeOutline(shape).map(({ x }) => Math.round(x * 1e6)),
      );
    }
    expect(sideBySide(reversed(SHAPES[6]!))).toEqual(innerLines(SHAPES[6]!).hidden.length);
  });
});

const sideBySide = (shape: Shape): number => innerLines(shape).seen.length;

describe('something bent', () => {
  const limb = (sag: number): Shape => ({
    kind: 'limb',
    spine: [at(0, 0), at(40, sag), at(80, 0)],
    widths: [24, 20],
  });

  test('folds on the side that is squeezed, and is shorter there', () => {
    for (const sag of [16, -16]) {
      const shape = limb(sag) as ShapeOf<'limb'>;
      const { squeezed, stretched } = bentSides(shape)!;
      const longer = (line: readonly Point[]): number =>
        line.reduce((sum, p, i) => sum + (i === 0 ? 0 : distance(p, line[i - 1]!)), 0);
      expect(longer(squeezed)).toBeLessThan(longer(stretched));
      // The middle went to one side: what is squeezed lies on the other.
      expect(Math.sign(squeezed[12]!.y - sag)).toBe(-Math.sign(sag));
      const { seen, hidden } = innerLines(shape);
      expect([seen.length, hidden.length]).toEqual([3, 0]);
      for (const [from, to] of seen) {
        expect(Math.min(...squeezed.map((p) => distance(p, from!)))).toBeCloseTo(0, 9);
        expect(isInside(shapeOutline(shape), to!)).toBe(true);
      }
    }
  });

  test('hardly, it is straight: neither side is squeezed', () => {
    expect(bentSides(limb(3) as ShapeOf<'limb'>)).toBeNull();
    expect(innerLines(limb(3)).seen).toHaveLength(0);
  });
});

describe('handles', () => {
  test('pulled somewhere, each is there, and the others stay where they were', () => {
    const own = ['0', '1', '2', '3', 'rim'];
    for (const shape of SHAPES)
      for (const { key, at: from } of shapeHandles(shape).filter((handle) => own.includes(handle.key))) {
        const to = at(from.x + 3, from.y - 2);
        const after = shapeHandles(pulled(shape, key, to));
        for (const handle of after.filter((one) => own.includes(one.key))) {
          const before = shapeHandles(shape).find((one) => one.key === handle.key)!.at;
          expect(handle.at).toEqual(handle.key === key ? to : before);
        }
      }
  });

  test('pulled until it would hold nothing, a shape stays as it was', () => {
    const half: Shape = { kind: 'half circle', ends: [at(-20, 0), at(20, 0)] };
    expect(pulled(half, '1', at(-20, 0))).toEqual(half);
    expect(pulled(half, '1', at(-19, 0))).not.toEqual(half);
    const flat: Shape = { kind: 'triangle', corners: [at(0, 0), at(10, 0), at(5, 5)] };
    expect(pulled(flat, '2', at(30, 0))).toEqual(flat);
    const line: Shape = { kind: 'line', points: [at(0, 0), at(10, 0)] };
    expect(pulled(line, '1', at(0, 0))).toEqual(line);
  });

  test('drawn straight down, a box has room all the same', () => {
    const box = shapeFromPath('box', [at(10, 10), at(10, 90)])!;
    expect(polygonArea(shapeOutline(box))).toBeGreaterThan(500);
  });

  test('of a width make it as wide as they are pulled, and nothing else', () => {
    const limb = SHAPES[4]!;
    const { at: begin } = shapeHandles(limb).find(({ key }) => key === 'begin')!;
    const wider = pulled(limb, 'begin', at(begin.x * 1, begin.y + 4)) as typeof limb & { widths: number[] };
    expect(wider.kind === 'limb' && wider.widths[1]).toBe(14);
    expect(wider.kind === 'limb' && wider.widths[0] > 24).toBe(true);
    expect(pulled(limb, 'nothing', at(1, 1))).toEqual(limb);
  });
});
