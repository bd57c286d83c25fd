import { measureForm } from '../page/form-geometry.ts';
import { seeded } from '../random/seeded.ts';
import { madeScribble, madeStroke } from '../testing/made-strokes.ts';
import { distance, type Point } from '../geometry/point.ts';
import { FORM_KINDS, guessForms, shapeOutline, type FormKind } from './index.ts';

const kindsOf = (points: readonly Point[]): FormKind[] => guessForms(points).map(({ shape }) => shape.kind);

describe('the form that a stroke stands for', () => {
  test('is among the two offered, and mostly the first of them, for every kind', () => {
    const each = 15;
    let first = 0;
    for (const kind of FORM_KINDS) {
      const offered = Array.from({ length: each }, (_, i) =>
        kindsOf(madeStroke(kind, seeded(77_000 + i)).points),
      );
      first += offered.filter(([best]) => best === kind).length;
      expect([kind, offered.filter((kinds) => kinds.includes(kind)).length]).toEqual([
        kind,
        expect.any(Number),
      ]);
      expect(offered.filter((kinds) => kinds.includes(kind)).length).toBeGreaterThanOrEqual(each - 1);
    }
    expect(first).toBeGreaterThanOrEqual(0.93 * each * FORM_KINDS.length);
  });

  test('is none for scribbles and letters', () => {
    const none = Array.from({ length: 60 }, (_, i) => kindsOf(madeScribble(seeded(78_000 + i)))).filter(
      ({ length }) => length === 0,
    );
    expect(none.length).toBeGreaterThanOrEqual(56);
  });

  test('drawn without a wobble is the form itself, wherever it lies and however large it is', () => {
    for (const by of [0.2, 1, 30]) {
      const ellipse = shapeOutline({ kind: 'ellipse', rx: 40 * by, ry: 15 * by }).map(({ x, y }) => ({
        x: x + 5000,
        y: y - 3000,
      }));
      const [guess] = guessForms([...ellipse, ellipse[0]!]);
      expect(guess!.shape.kind).toBe('ellipse');
      const { centre, length, width } = measureForm(guess!);
      expect(distance(centre, { x: 5000, y: -3000 })).toBeLessThan(0.001 * 80 * by);
      expect(Math.abs(length / (80 * by) - 1)).toBeLessThan(0.01);
      expect(Math.abs(width / (30 * by) - 1)).toBeLessThan(0.01);
    }
  });

  test('follows the stroke when it is moved and turned', () => {
    const { points } = madeStroke('limb', seeded(79_000));
    const turned = points.map(({ x, y }) => ({ x: 300 - y, y: x - 200 }));
    const [a, b] = [guessForms(points)[0]!, guessForms(turned)[0]!];
    expect(b.shape.kind).toBe(a.shape.kind);
    expect(measureForm(b).length).toBeCloseTo(measureForm(a).length, 0);
    expect(b.off).toBeCloseTo(a.off, 3);
  });

  test('is none where there is no stroke to speak of, and says so without a fuss', () => {
    expect(guessForms([])).toEqual([]);
    expect(guessForms([{ x: 1, y: 1 }])).toEqual([]);
    expect(guessForms(Array.from({ length: 9 }, () => ({ x: 3, y: 3 })))).toEqual([]);
    expect(
      guessForms([
        { x: 0, y: 0 },
        { x: NaN, y: 2 },
      ]),
    ).toEqual([]);
    expect(
      kindsOf([
        { x: 0, y: 0 },
        { x: 40, y: 3 },
      ]),
    ).toEqual(['line', 'line']);
  });
});
