import { landmarkDoubts } from './doubts.ts';
import { figureModels } from './line-model.ts';
import { inkOf, STEP } from './ink.ts';
import { COARSE, FINE, refine, stanceAt, type Refined } from './refine.ts';
import { figureSkeleton, HEAD_SIDE } from './skeleton.ts';
import { seeded } from '../random/seeded.ts';
import { drawFigure } from '../testing/drawn-figure.ts';
import { FIGURE_HEIGHT, figurePlaces } from '../testing/figure.ts';

const places = figurePlaces();
const skeleton = figureSkeleton(
  [...places].map(([name, at]) => ({ name, at })),
  FIGURE_HEIGHT,
)!;
const [axes] = figureModels(skeleton);

function bent(wobble: number): Refined {
  const { lines } = drawFigure(places, FIGURE_HEIGHT, { manner: 'axes', wobble, random: seeded(9) });
  const ink = inkOf(
    lines.map((line) => line.map(({ x, y }) => ({ x: x / FIGURE_HEIGHT, y: y / FIGURE_HEIGHT }))),
  )!;
  expect(ink.step).toBeGreaterThanOrEqual(STEP * 0.9);
  const start = stanceAt({ size: 1, turn: 0, x: 0, y: 0, flipped: false }, skeleton);
  return refine(axes!, skeleton, ink, start, false, wobble > 1 ? COARSE : FINE);
}

const doubtsOf = (result: Refined) => landmarkDoubts(result, result.settled(), axes!, skeleton);

test('there is a doubt for each landmark, and none for what only gives the head its width', () => {
  const doubts = doubtsOf(bent(0.3));
  expect(doubts.rows).toBe(2 * skeleton.landmarks);
  expect(skeleton.names.indexOf(HEAD_SIDE)).toBe(skeleton.landmarks);
});

test('an ankle is less surely known along its shin than across it', () => {
  const doubts = doubtsOf(bent(0.3));
  const at = 2 * skeleton.names.indexOf('left ankle');
  const [knee, ankle] = ['left knee', 'left ankle'].map((name) => places.get(name)!);
  const length = Math.hypot(ankle!.x - knee!.x, ankle!.y - knee!.y);
  const [x, y] = [(ankle!.x - knee!.x) / length, (ankle!.y - knee!.y) / length];
  const towards = (ux: number, uy: number): number =>
    ux * ux * doubts.get(at, at) +
    2 * ux * uy * doubts.get(at, at + 1) +
    uy * uy * doubts.get(at + 1, at + 1);
  expect(towards(x, y)).toBeGreaterThan(1.5 * towards(-y, x));
});

test('an unsteady hand leaves every landmark less sure, and the fit’s own covariance stays as it is', () => {
  const steady = bent(0.3);
  const settled = steady.settled();
  const before = settled.covariance.get(0, 0);
  const surer = landmarkDoubts(steady, settled, axes!, skeleton);
  const unsteady = landmarkDoubts({ ...steady, scatter: 3 * steady.scatter }, settled, axes!, skeleton);
  for (let i = 0; i < surer.rows; i += 1) expect(unsteady.get(i, i)).toBeGreaterThan(surer.get(i, i));
  expect(settled.covariance.get(0, 0)).toBe(before);
});
