import { distance, type Point } from '../geometry/point.ts';
import { seeded } from '../random/seeded.ts';
import { drawFigure, planted, type Limb, type Manner, type Places } from '../testing/drawn-figure.ts';
import { figurePlaces } from '../testing/figure.ts';
import { findLandmarks } from './find-landmarks.ts';
import { inkOf } from './ink.ts';
import { lineEnds } from './line-ends.ts';
import { figureModels } from './line-model.ts';
import { figureSkeleton } from './skeleton.ts';

const places = figurePlaces();
const HEIGHT = 1000;
const reference = { landmarks: [...places].map(([name, at]) => ({ name, at })), height: HEIGHT };
const drawn = (where: Places, manner: Manner, leftOut: readonly Limb[] = []): Point[][] =>
  drawFigure(where, HEIGHT, { manner, wobble: 0.3, random: seeded(5), leftOut }).lines;

/** The ends told where the body lies just as in the reference, by the name of their joint. */
function endsOf(lines: Point[][]) {
  const skeleton = figureSkeleton(reference.landmarks, HEIGHT)!;
  const ink = inkOf(lines)!;
  const small = {
    ...ink,
    x: ink.x.map((x) => x / HEIGHT),
    y: ink.y.map((y) => y / HEIGHT),
    step: ink.step / HEIGHT,
  };
  const stance = {
    jx: Float64Array.from(skeleton.at, ({ x }) => x),
    jy: Float64Array.from(skeleton.at, ({ y }) => y),
    turn: [1, 0] as const,
  };
  const ends = lineEnds(stance, stance, figureModels(skeleton)[0]!, skeleton, small);
  return new Map(ends.map((end) => [skeleton.names[end.joint]!, end]));
}

const short = planted(places, { kind: 'length', limb: 'right forearm', by: -0.3 });

test('where a forearm is drawn short its lines are seen to end, along it, and its joint is held there', () => {
  const [long, cut] = [endsOf(drawn(places, 'axes')), endsOf(drawn(short, 'axes'))];
  const [elbow, wrist] = [places.get('right elbow')!, places.get('right wrist')!];
  const missing = 0.3 * distance(elbow, wrist);
  const [a, b] = [long.get('right wrist')!, cut.get('right wrist')!];
  expect(HEIGHT * Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(missing - 12);
  expect(HEIGHT * Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(missing + 12);
  expect(Math.hypot(...b.along!)).toBeCloseTo(1);
  expect(HEIGHT * b.spread).toBeLessThan(20);
});

test('of a limb that is not drawn no end is told', () => {
  const ends = endsOf(drawn(places, 'axes', ['right arm']));
  expect(ends.has('right wrist')).toBe(false);
  expect(ends.has('left wrist')).toBe(true);
});

test.each(['axes', 'sweeps', 'construction'] as const)(
  'drawn in %s, a short forearm and a long shin are found as long as they are',
  (manner) => {
    const where = planted(short, { kind: 'length', limb: 'left shin', by: 0.25 });
    const { found } = findLandmarks(drawn(where, manner), reference);
    const at = new Map(found!.landmarks.map((l) => [l.name, l.byInk]));
    for (const name of ['right wrist', 'left ankle'])
      expect(distance(at.get(name)!, where.get(name)!)).toBeLessThan(22);
  },
);
