import { NormalEquations } from './normal-equations.ts';
import { gaussian, seeded } from '../random/seeded.ts';

test('a line through noisy points, by the closed form, with its own uncertainty', () => {
  const random = seeded(8);
  const points = Array.from({ length: 40 }, (_, i) => ({
    x: i / 10,
    y: 2 - 0.5 * (i / 10) + 0.2 * gaussian(random),
  }));
  const equations = new NormalEquations(2);
  for (const { x, y } of points) equations.add([0, 1], [1, x], 2, y, 1 / 0.04);
  const [offset, slope] = equations.solve() as unknown as [number, number];
  const n = points.length;
  const [mx, my] = [points.reduce((s, p) => s + p.x / n, 0), points.reduce((s, p) => s + p.y / n, 0)];
  const xx = points.reduce((s, p) => s + (p.x - mx) ** 2, 0);
  const own = points.reduce((s, p) => s + (p.x - mx) * (p.y - my), 0) / xx;
  expect(slope).toBeCloseTo(own, 10);
  expect(offset).toBeCloseTo(my - own * mx, 10);
  expect(equations.covariance().get(1, 1)).toBeCloseTo(0.04 / xx, 10);
  expect(equations.covariance().get(0, 1)).toBeCloseTo((-0.04 * mx) / xx, 10);
});

test('a number that nothing but a pin speaks of is where the pin says', () => {
  const equations = new NormalEquations(3);
  equations.add([0], [1], 1, 5, 1e4);
  equations.add([1], [2], 1, 6, 1);
  equations.add([2, 0], [1, -1], 2, 0, 1);
  expect([...equations.solve()].map((v) => Number(v.toFixed(6)))).toEqual([5, 3, 5]);
});
