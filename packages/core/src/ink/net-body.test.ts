import { compose, rotation, scaling, transformPoint, translation, type Affine } from '../geometry/affine.ts';
import { distance, type Point } from '../geometry/point.ts';
import { findLandmarks, type InkReference } from './find-landmarks.ts';
import { netModels, netSkeleton } from './net-body.ts';

const at = (x: number, y: number): Point => ({ x, y });
/** A jug: its outline, its handle, a band round it. Pixels. */
const OUTLINE = [
  at(120, 100),
  at(280, 100),
  at(300, 180),
  at(340, 420),
  at(300, 520),
  at(100, 520),
  at(60, 420),
];
const JUG: Point[][] = [
  [...OUTLINE, at(100, 180), at(120, 100)],
  [at(300, 180), at(400, 200), at(420, 320), at(335, 390)],
  [at(80, 300), at(320, 300)],
];
const LANDMARKS = [
  { name: 'top', at: at(200, 100) },
  { name: 'bottom', at: at(200, 520) },
  { name: 'left edge', at: at(60, 420) },
  { name: 'right edge', at: at(420, 320) },
  { name: 'middle', at: at(200, 300) },
];
const lines = JUG.map((points) => ({ points, weight: 1 }));
const jug: InkReference = { landmarks: LANDMARKS, height: 420, lines };
const drawn = (by: Affine, of: readonly (readonly Point[])[] = JUG): Point[][] =>
  of.map((line) => line.map((p) => transformPoint(by, p)));
const SOMEWHERE = compose(translation(40, 30), rotation(6), scaling(0.22));

test('a net joins neighbours, and what has too few landmarks gets its extent from its lines', () => {
  const net = netSkeleton(LANDMARKS, lines, 420)!;
  expect(net.landmarks).toBe(5);
  expect(net.names).toHaveLength(5);
  expect(net.bones.map(({ name }) => name)).toContain('top – middle');
  expect(net.bones.map(({ name }) => name)).not.toContain('top – bottom');
  const bare = netSkeleton([], lines, 420)!;
  expect(bare.landmarks).toBe(0);
  expect(bare.names).toHaveLength(4);
  expect(netSkeleton([], [], 420)).toBeNull();
  expect(netSkeleton(LANDMARKS, lines, 0)).toBeNull();
});

test('its lines are as many points as say something, each bound so that it lies where it was', () => {
  const [outline] = netModels(netSkeleton(LANDMARKS, lines, 420)!);
  expect(outline!.manner).toBe('outline');
  expect(outline!.count).toBeGreaterThan(150);
  expect(outline!.count).toBeLessThan(1000);
});

test('a drawing of it is laid, moved, turned and smaller, its landmarks where they belong', () => {
  const { found } = findLandmarks(drawn(SOMEWHERE), jug);
  expect(found).not.toBeNull();
  for (const { name, at: place } of found!.landmarks) {
    const truly = transformPoint(SOMEWHERE, LANDMARKS.find((l) => l.name === name)!.at);
    expect(distance(place, truly) / (420 * 0.22)).toBeLessThan(0.02);
  }
  expect(found!.mirrored).toBe(false);
});

test('of a picture in which more is to be seen than is drawn, the drawing is laid on its part', () => {
  // Far to the right of the jug and below it a table and what stands on it.
  const beside = [
    [at(480, 610), at(1100, 640), at(1080, 900), at(500, 880), at(480, 610)],
    [at(700, 420), at(820, 430), at(810, 600), at(690, 590), at(700, 420)],
    [at(0, 760), at(470, 770)],
  ];
  const more = { ...jug, lines: [...lines, ...beside.map((points) => ({ points, weight: 1 }))] };
  const { found } = findLandmarks(drawn(SOMEWHERE), more);
  for (const { name, at: place } of found!.landmarks) {
    const truly = transformPoint(SOMEWHERE, LANDMARKS.find((l) => l.name === name)!.at);
    expect(distance(place, truly) / (420 * 0.22)).toBeLessThan(0.02);
  }
});

test('turned over it is laid turned over', () => {
  const over = compose(translation(150, 30), scaling(-0.22, 0.22));
  const { found } = findLandmarks(drawn(over), jug);
  expect(found!.mirrored).toBe(true);
  const [top] = found!.landmarks;
  expect(distance(top!.at, transformPoint(over, LANDMARKS[0]!.at)) / (420 * 0.22)).toBeLessThan(0.03);
});

test('without a landmark it is laid by its lines alone', () => {
  const { found } = findLandmarks(drawn(SOMEWHERE), { ...jug, landmarks: [] });
  expect(found!.landmarks).toEqual([]);
  for (const p of OUTLINE)
    expect(
      distance(transformPoint(found!.toDrawing, p), transformPoint(SOMEWHERE, p)) / (420 * 0.22),
    ).toBeLessThan(0.03);
});

test('where no line is to be seen in the picture and none runs through its landmarks, nothing is told', () => {
  const blank = { landmarks: LANDMARKS, height: 420, lines: [] };
  expect(findLandmarks(drawn(SOMEWHERE), blank)).toMatchObject({ found: null, why: 'no landmarks' });
  const dot = { points: [at(5, 5), at(5, 5)], weight: 1 };
  expect(findLandmarks(drawn(SOMEWHERE), { ...blank, lines: [dot] }).found).toBeNull();
});

test('something else is not told, but where the student has laid it the rest is found from there', () => {
  const star = [0, 1, 2, 3, 4].map((i) => [
    at(100 + 60 * Math.cos(2.5 * i), 100 + 60 * Math.sin(2.5 * i)),
    at(100 + 60 * Math.cos(2.5 * (i + 1)), 100 + 60 * Math.sin(2.5 * (i + 1))),
  ]);
  expect(findLandmarks(star, jug).found).toBeNull();
  const far = compose(translation(40, 30), rotation(55), scaling(0.22));
  const back = compose(scaling(1 / 0.22), rotation(-55), translation(-40, -30));
  const { found } = findLandmarks(drawn(far), jug, { laid: back });
  const top = found!.landmarks.find(({ name }) => name === 'top')!;
  expect(distance(top.at, transformPoint(far, LANDMARKS[0]!.at)) / (420 * 0.22)).toBeLessThan(0.02);
});
