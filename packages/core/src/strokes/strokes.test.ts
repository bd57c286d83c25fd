import { median } from '../geometry/median.ts';
import { distance, type Point } from '../geometry/point.ts';
import { newPage } from '../page/new-page.ts';
import { encodeStroke, type StrokePoint } from '../page/stroke-code.ts';
import type { Id, Stroke, Thing } from '../page/things.ts';
import { gaussian, seeded } from '../random/seeded.ts';
import { handStroke, handStrokes } from './hand-strokes.ts';
import { lineFigures, type LineFigures } from './line-figures.ts';
import { lineRows, lineSentence } from './line-words.ts';
import { NEAR, restatedLines } from './restated.ts';
import { smoothnessOf } from './smoothness.ts';
import { usualOf } from './usual.ts';

const line = (x1: number, y1: number, x2: number, y2: number, count = 20): Point[] =>
  Array.from({ length: count }, (_, i) => ({
    x: x1 + ((x2 - x1) * i) / (count - 1),
    y: y1 + ((y2 - y1) * i) / (count - 1),
  }));

describe('what was gone over again', () => {
  test('is a second line beside a first, and neither one far away, nor across, nor a curve’s own turn', () => {
    const first = line(0, 0, 50, 0);
    expect(restatedLines([first, line(50, 1, 0, 1)], 100).share).toBeCloseTo(0.5, 6);
    expect(restatedLines([first, line(0, 2, 50, 2)], 100).share).toBe(0);
    expect(restatedLines([first, line(25, -25, 25, 25)], 100).share).toBe(0);
    expect(restatedLines([[...first, ...line(50, 1, 0, 1)]], 100).share).toBe(0);
    // Half of the second line lies beside the first, the other goes on where that ends.
    const { share, pieces } = restatedLines([first, line(25, 0, 75, 0)], 100);
    expect(share).toBeCloseTo(0.25 + 0.015, 1);
    expect(pieces[0]).toEqual([]);
    expect(pieces[1]).toHaveLength(1);
    expect(pieces[1]![0]!.at(-1)!.x).toBeCloseTo(50 + 100 * NEAR, 0);
  });

  test('is what brute force finds, on random lines', () => {
    const random = seeded(5);
    const any = (): Point => ({ x: 100 * random(), y: 100 * random() });
    const lines = Array.from({ length: 60 }, () => {
      const [a, b] = [any(), any()];
      return line(a.x, a.y, b.x, b.y);
    });
    const step = 0.5;
    const walk = ([a, , ...rest]: Point[]) => {
      const b = rest.at(-1)!;
      const length = distance(a!, b);
      const [dx, dy] = [(b.x - a!.x) / length, (b.y - a!.y) / length];
      const count = Math.floor(length / step + 0.5);
      return Array.from({ length: count }, (_, i) => ({
        x: a!.x + dx * step * (i + 0.5),
        y: a!.y + dy * step * (i + 0.5),
        dx,
        dy,
      }));
    };
    const samples = lines.map(walk);
    let [again, all] = [0, 0];
    samples.forEach((own, i) => {
      const earlier = samples.slice(0, i).flat();
      own.forEach((p) => {
        const near = earlier.some(
          (q) =>
            distance(p, q) <= 1.5 && Math.abs(p.dx * q.dx + p.dy * q.dy) >= Math.cos((20 * Math.PI) / 180),
        );
        again += near ? 1 : 0;
        all += 1;
      });
    });
    expect(again).toBeGreaterThan(20);
    expect(restatedLines(lines, 100).share).toBeCloseTo(again / all, 3);
  });

  test('is nothing without lines or a height', () => {
    expect(restatedLines([], 100)).toEqual({ share: 0, pieces: [] });
    expect(restatedLines([line(0, 0, 9, 0), line(0, 0, 9, 0)], 0).share).toBe(0);
    expect(restatedLines([[{ x: 1, y: 1 }]], 100).share).toBe(0);
  });
});

/** A straight line of 100 mm whose place at a time, both from 0 to 1, is given. */
const swept = (seconds: number, place: (t: number) => number): StrokePoint[] =>
  Array.from({ length: Math.round(200 * seconds) + 1 }, (_, i) => {
    const t = i / Math.round(200 * seconds);
    return { x: 100 * place(t), y: 0, pressure: 0.5, time: 1000 * seconds * t };
  });
const minimumJerk = (t: number): number => 10 * t ** 3 - 15 * t ** 4 + 6 * t ** 5;

describe('smoothness', () => {
  test('of one sweep is the spectral arc length of its speed, by quadrature', () => {
    // The speed of a sweep of least jerk is 30 t² (1 - t)²; its spectrum is integrated closely.
    const strength = (hertz: number): number => {
      let [re, im] = [0, 0];
      const n = 20_000;
      for (let i = 0; i < n; i += 1) {
        const t = (i + 0.5) / n;
        const v = (30 * t * t * (1 - t) ** 2) / n;
        re += v * Math.cos(2 * Math.PI * hertz * t);
        im += v * Math.sin(2 * Math.PI * hertz * t);
      }
      return Math.hypot(re, im);
    };
    const fine = Array.from({ length: 1001 }, (_, i) => strength(i / 100));
    const last = fine.reduce((far, value, i) => (value >= 0.05 ? i : far), 0);
    let arc = 0;
    for (let i = 1; i <= last; i += 1) arc += Math.hypot(1 / last, fine[i]! - fine[i - 1]!);
    const found = smoothnessOf(swept(1, minimumJerk))!;
    expect(found).toBeCloseTo(-arc, 1);
    expect(found).toBeLessThan(-1.3);
  });

  test('does not depend on size, and falls with every halt and with trembling', () => {
    const once = smoothnessOf(swept(1, minimumJerk))!;
    const large = swept(1, minimumJerk).map((p) => ({ ...p, x: 3 * p.x }));
    expect(smoothnessOf(large)).toBeCloseTo(once, 9);
    const halts = (count: number) => (t: number) =>
      (Math.floor(Math.min(t, 0.9999) * count) + minimumJerk((Math.min(t, 0.9999) * count) % 1)) / count;
    const [two, four] = [smoothnessOf(swept(2, halts(2)))!, smoothnessOf(swept(2, halts(4)))!];
    expect(two).toBeLessThan(once - 0.2);
    expect(four).toBeLessThan(two - 0.2);
    const trembling = swept(1, (t) => minimumJerk(t) + 0.01 * Math.sin(2 * Math.PI * 7 * t));
    expect(smoothnessOf(trembling)).toBeLessThan(once - 0.1);
  });

  test('is not told of what is too short, stands still or has no times', () => {
    expect(smoothnessOf(swept(0.2, minimumJerk))).toBeNull();
    expect(smoothnessOf(swept(1, () => 0.5))).toBeNull();
    expect(smoothnessOf(swept(1, minimumJerk).map((p) => ({ ...p, time: 0 })))).toBeNull();
    expect(smoothnessOf([])).toBeNull();
  });
});

describe('the figures of a drawing', () => {
  const timed = (points: readonly Point[], ms: number, pressure = 0.5): StrokePoint[] =>
    points.map((p, i) => ({ ...p, pressure, time: (ms * i) / (points.length - 1) }));

  test('are counted, measured in figure heights, and timed', () => {
    const strokes = [
      handStroke('a', timed(line(0, 0, 50, 0), 1000, 0.4)),
      handStroke('b', timed(line(0, 1, 50, 1), 500, 0.6)),
    ];
    const figures = lineFigures(strokes, 100, 0.5)!;
    expect(figures).toMatchObject({ strokes: 2, length: 1, pace: 0.75 });
    expect(figures.restated).toBe(0.5);
    expect(figures.pressure).toBeCloseTo(0.2, 6);
    const lifted = lineFigures([handStroke('a', timed(line(0, 0, 50, 0), 0))], 100, 0)!;
    expect(lifted).toMatchObject({ pace: null, smoothness: null, pressure: null });
    expect(lineFigures([], 100, 0)).toBeNull();
    expect(lineFigures(strokes, 0, 0)).toBeNull();
  });

  test('are of pencil and pen on shown sheets only, and broken strokes are left out', () => {
    let n = 1;
    const newId = (): Id => (n++).toString(16).padStart(32, '0');
    const things: Thing[] = newPage(newId(), newId);
    const ink = things.find((thing) => thing.type === 'sheet' && thing.kind === 'ink')!.id;
    const guides = things.find((thing) => thing.type === 'sheet' && thing.kind === 'guides')!.id;
    const put = (more: Partial<Stroke>): Stroke => ({
      type: 'stroke',
      id: newId(),
      sheet: ink,
      order: 'a0',
      points: encodeStroke(timed(line(0, 0, 50, 0), 300)),
      pen: 'pencil',
      size: 0.7,
      colour: '#000000',
      pressure: 'even',
      ...more,
    });
    const kept = put({ transform: [2, 0, 0, 2, 0, 0] });
    things.push(
      kept,
      put({ pen: 'shade' }),
      put({ pen: 'rubber' }),
      put({ sheet: guides }),
      put({ points: 'x' }),
      put({ points: encodeStroke(timed(line(5, 5, 5, 5), 300)) }),
    );
    const found = handStrokes(new Map(things.map((thing) => [thing.id, thing])));
    expect(found.map(({ id }) => id)).toEqual([kept.id]);
    expect(found[0]!.length).toBeCloseTo(100, 1);
    expect(found[0]!.ms).toBe(300);
  });
});

describe('beside the usual', () => {
  const figures: LineFigures = {
    strokes: 60,
    length: 30,
    restated: 0.2,
    pace: 1,
    smoothness: -2,
    pressure: 0.2,
  };

  test('the usual is the middle of at least five drawings, each figure for itself', () => {
    const random = seeded(3);
    const many = Array.from({ length: 9 }, (_, i) => ({
      ...figures,
      strokes: 100 + i,
      pace: i < 5 ? null : 2 + gaussian(random),
    }));
    expect(usualOf(many)).toMatchObject({ strokes: 104, pace: null, restated: 0.2 });
    expect(usualOf(many.slice(0, 4)).strokes).toBeNull();
    expect(median([3, 1, 2, 10])).toBe(2.5);
    expect(median([])).toBeNull();
  });

  test('is told as it is, and nothing is called a fault', () => {
    const usual = usualOf(Array.from({ length: 5 }, () => ({ ...figures, strokes: 90, smoothness: -2.5 })));
    expect(lineSentence(figures, usual)).toBe('60 strokes; usually you need 90.');
    expect(lineSentence({ ...figures, strokes: 85 }, usual)).toBe('85 strokes, about as many as usual.');
    expect(lineRows(figures, usual)).toEqual([
      { name: 'Strokes', here: '60', usually: '90' },
      { name: 'All lines together', here: '30 figure heights', usually: '30 figure heights' },
      { name: 'Gone over again', here: '20 %', usually: '20 %' },
      { name: 'Pace', here: '1 figure height a second', usually: '1 figure height a second' },
      { name: 'Pressure', here: 'varied', usually: 'varied' },
      { name: 'Flow', here: 'more fluent than usual', usually: null },
    ]);
    const first = lineRows({ ...figures, pace: null, pressure: null }, usualOf([]));
    expect(first.map(({ name }) => name)).toEqual([
      'Strokes',
      'All lines together',
      'Gone over again',
      'Flow',
    ]);
    expect(first.at(-1)!.here).toBe('told from 5 drawings on');
    expect(lineSentence({ ...figures, strokes: 1 }, usualOf([]))).toBe(
      '1 stroke; 20 % of the line goes over earlier lines.',
    );
  });
});
