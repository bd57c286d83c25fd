import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { gaussian, seeded } from '../random/seeded.ts';
import { doubtAmong, doubtOf, moveDoubt, NO_DOUBT, varianceAlong, whitening } from './doubt.ts';
import { landmarkItem } from './item.ts';

const item = (id: string, spread = 0.5) => landmarkItem({ id, name: id, at: { x: 0, y: 0 }, spread });
/** Two places that are wrong together: the second follows the first. */
const rows = [
  [4, 1, 3, 0.5],
  [1, 2, 0.5, 1],
  [3, 0.5, 5, 1],
  [0.5, 1, 1, 3],
];
const doubt = doubtAmong(['a', 'b'], rows);

test('residuals drawn from the doubt are of variance 1 and tell nothing of each other once whitened', () => {
  const random = seeded(4);
  const root = new CholeskyDecomposition(doubt.covariance).lowerTriangularMatrix;
  const whiten = whitening(doubt, [0, 0]);
  const seen = Array.from({ length: 4000 }, () =>
    whiten(root.mmul(Matrix.columnVector(Array.from({ length: 4 }, () => gaussian(random)))).to1DArray()),
  );
  for (let i = 0; i < 4; i += 1)
    for (let k = 0; k <= i; k += 1) {
      const product = seen.reduce((sum, r) => sum + r[i]! * r[k]!, 0) / seen.length;
      expect(Math.abs(product - (i === k ? 1 : 0))).toBeLessThan(0.08);
    }
  expect(whitening(doubt, [5, 0])([3, 0, 0, 0])[0]).toBeCloseTo(1, 12);
});

test('what goes wrong together is surer between two places than either is', () => {
  expect(varianceAlong(item('a'), item('b'), { x: 1, y: 0 }, doubt)).toBeCloseTo(4 + 5 - 2 * 3, 12);
  expect(varianceAlong(item('a'), item('b'), { x: 0, y: 1 }, doubt)).toBeCloseTo(2 + 3 - 2, 12);
  expect(varianceAlong(item('a'), item('c', 2), { x: 0.6, y: 0.8 }, NO_DOUBT)).toBeCloseTo(0.25 + 4, 12);
});

test('turned by a quarter the doubt turns with it, and only what is asked for is kept', () => {
  const turned = moveDoubt(doubt, [0, 1, -1, 0, 7, 7]);
  expect(turned.covariance.get(0, 0)).toBeCloseTo(2, 12);
  expect(turned.covariance.get(1, 1)).toBeCloseTo(4, 12);
  expect(turned.covariance.get(0, 1)).toBeCloseTo(-1, 12);
  const second = doubtOf(doubt, ['x', 'b']);
  expect(second.ids).toEqual(['b']);
  expect(second.covariance.to2DArray()).toEqual([
    [5, 1],
    [1, 3],
  ]);
  expect(doubtOf(doubt, ['x'])).toEqual(NO_DOUBT);
});
