import { FIGURE_HEIGHT, figurePlaces } from '../testing/figure.ts';
import { drawFigure, MANNERS, planted, type DrawnFigure, type Limb } from '../testing/drawn-figure.ts';
import { distance, type Point } from '../geometry/point.ts';
import { seeded } from '../random/seeded.ts';
import { findLandmarks, type FoundInInk, type InkReference } from './find-landmarks.ts';

const places = figurePlaces();
const reference: InkReference = {
  landmarks: [...places].map(([name, at]) => ({ name, at })),
  height: FIGURE_HEIGHT,
};
/** On the page the figure stands 150 mm tall. */
const SCALE = 0.15;
const onPage = ({ x, y }: Point): Point => ({ x: 30 + SCALE * x, y: 15 + SCALE * y });
const flipped = ({ x, y }: Point): Point => ({ x: 180 - SCALE * x, y: 15 + SCALE * y });

const draw = (manner: (typeof MANNERS)[number], seed: number, leftOut: readonly Limb[] = [], from = places) =>
  drawFigure(from, FIGURE_HEIGHT, { manner, wobble: 0.7, random: seeded(seed), leftOut });

const linesOf = (drawn: DrawnFigure, to = onPage): Point[][] => drawn.lines.map((line) => line.map(to));

/** Errors of what was found, per cent of the figure's height, the least first. */
function errors(found: FoundInInk, drawn: DrawnFigure, to = onPage): number[] {
  return found.landmarks
    .flatMap(({ name, at }) => {
      const truth = drawn.truth.get(name);
      return truth ? [(100 * distance(at, to(truth))) / (SCALE * FIGURE_HEIGHT)] : [];
    })
    .sort((a, b) => a - b);
}

describe.each(MANNERS)('a figure drawn in %s', (manner) => {
  test('has its landmarks found, each with its doubt', () => {
    const drawn = draw(manner, 1);
    const { found } = findLandmarks(linesOf(drawn), reference);
    expect(found).not.toBeNull();
    const off = errors(found!, drawn);
    expect(off).toHaveLength(16);
    expect(off[8]).toBeLessThan(2);
    expect(off[15]).toBeLessThan(7);
    expect(found!.mirrored).toBe(false);
    for (const { spread } of found!.landmarks) {
      expect(spread).toBeGreaterThan(0.002 * 150);
      expect(spread).toBeLessThan(0.06 * 150);
    }
  });
});

test('the other way round is told to be flipped', () => {
  const drawn = draw('axes', 3);
  const { found } = findLandmarks(linesOf(drawn, flipped), reference);
  expect(found?.mirrored).toBe(true);
  expect(errors(found!, drawn, flipped)[8]).toBeLessThan(2);
  expect(found!.toDrawing[0]).toBeLessThan(0);
});

test('by its ink alone a limb is as long as it was drawn, and its joints are wrong together', () => {
  const long = planted(places, { kind: 'length', limb: 'left leg', by: 0.3 });
  const drawn = draw('axes', 11, [], long);
  const { found } = findLandmarks(linesOf(drawn), reference);
  const at = (name: string) => found!.landmarks.find((l) => l.name === name)!.byInk;
  const truth = SCALE * distance(long.get('left hip')!, long.get('left ankle')!);
  expect(Math.abs(distance(at('left hip'), at('left ankle')) / truth - 1)).toBeLessThan(0.06);
  const { covariance, landmarks } = found!;
  expect(covariance).toHaveLength(2 * landmarks.length);
  covariance.forEach((row, i) => {
    expect(row[i]).toBeGreaterThan(0);
    row.forEach((v, k) => expect(v).toBeCloseTo(covariance[k]![i]!, 9));
  });
  const [hip, knee] = ['left hip', 'left knee'].map((name) => landmarks.findIndex((l) => l.name === name));
  expect(covariance[2 * hip!]![2 * knee!]!).not.toBe(0);
});

test('what was changed in the drawing is found where it was drawn, not where it should be', () => {
  const raised = planted(places, { kind: 'turn', limb: 'left arm', by: 25 });
  const drawn = draw('outline', 5, [], raised);
  const { found } = findLandmarks(linesOf(drawn), reference);
  const wrist = found!.landmarks.find(({ name }) => name === 'left wrist')!;
  expect(distance(wrist.at, onPage(raised.get('left wrist')!))).toBeLessThan(0.04 * 150);
  expect(distance(wrist.at, onPage(places.get('left wrist')!))).toBeGreaterThan(0.08 * 150);
});

test('a limb that is left out is said not to be drawn', () => {
  const drawn = draw('construction', 6, ['left arm']);
  const { found } = findLandmarks(linesOf(drawn), reference);
  expect(found!.notDrawn).toEqual(expect.arrayContaining(['left elbow', 'left wrist']));
  expect(found!.notDrawn).not.toContain('right wrist');
});

test('a landmark that is set stays, and what hangs on it is found anew', () => {
  const drawn = draw('axes', 7);
  const lines = linesOf(drawn);
  const before = findLandmarks(lines, reference).found!;
  const at = (found: FoundInInk, name: string): Point => found.landmarks.find((l) => l.name === name)!.at;
  const elbow = { x: at(before, 'right elbow').x - 8, y: at(before, 'right elbow').y };
  const { found } = findLandmarks(lines, reference, {
    set: [{ name: 'right elbow', at: elbow, spread: 0.3 }],
  });
  expect(distance(at(found!, 'right elbow'), elbow)).toBeLessThan(1);
  expect(distance(at(found!, 'right wrist'), at(before, 'right wrist'))).toBeGreaterThan(0);
  expect(distance(at(found!, 'left ankle'), at(before, 'left ankle'))).toBeLessThan(3);
});

describe('what is no drawing of this figure', () => {
  const box = (x: number, y: number, w: number, h: number): Point[] => [
    { x, y },
    { x: x + w, y },
    { x: x + w, y: y + h },
    { x, y: y + h },
    { x, y },
  ];

  test('is refused: boxes, a scribble, another pose', () => {
    const random = seeded(11);
    const scribble = Array.from({ length: 200 }, () => ({ x: 200 * random(), y: 250 * random() }));
    for (const lines of [[box(20, 20, 80, 60), box(60, 90, 100, 120), box(30, 200, 40, 40)], [scribble]])
      expect(findLandmarks(lines, reference).found).toBeNull();
    let crouched = places as ReadonlyMap<string, Point>;
    for (const [limb, by] of [
      ['left leg', 70],
      ['right leg', -60],
      ['left arm', 80],
      ['right arm', -90],
      ['left shin', -80],
    ] as const)
      crouched = planted(crouched, { kind: 'turn', limb, by });
    const other = linesOf(draw('construction', 12, [], new Map(crouched)));
    expect(findLandmarks(other, reference).found).toBeNull();
  });

  test.each([
    ['nothing', []],
    ['one dot', [[{ x: 5, y: 5 }]]],
    [
      'one short line',
      [
        [
          { x: 5, y: 5 },
          { x: 5.1, y: 5 },
        ],
      ],
    ],
    [
      'what is not a number',
      [
        [
          { x: NaN, y: 1 },
          { x: Infinity, y: 2 },
        ],
      ],
    ],
  ])('%s gives no answer and no NaN', (_, lines) => {
    const answer = findLandmarks(lines, reference);
    expect(answer.found).toBeNull();
    expect(JSON.stringify(answer)).not.toContain('NaN');
  });

  test('a reference of which too little is known says so', () => {
    const few = { ...reference, landmarks: reference.landmarks.slice(0, 4) };
    expect(findLandmarks(linesOf(draw('axes', 1)), few)).toMatchObject({ found: null, why: 'no landmarks' });
  });
});
