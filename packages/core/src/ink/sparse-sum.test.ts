import { seeded } from '../random/seeded.ts';
import { SparseSum } from './sparse-sum.ts';

test('a sparse sum is what adding whole vectors gives, and begins anew once it is taken', () => {
  const random = seeded(3);
  const size = 20;
  const sum = new SparseSum(size);
  const [index, value] = [new Int32Array(size), new Float64Array(size)];
  for (let round = 0; round < 3; round += 1) {
    const whole = new Float64Array(size);
    for (let k = 0; k < 5; k += 1) {
      const at = [0, 1, 2].map(() => Math.floor(size * random()));
      const own = at.map(() => random() - 0.5);
      sum.add(at, own, 3, 2);
      at.forEach((i, n) => (whole[i]! += 2 * own[n]!));
    }
    const used = sum.take(index, value);
    const taken = new Float64Array(size);
    for (let k = 0; k < used; k += 1) taken[index[k]!] = value[k]!;
    whole.forEach((v, i) => expect(taken[i]).toBeCloseTo(v, 12));
    expect(new Set(index.subarray(0, used)).size).toBe(used);
  }
  expect(sum.take(index, value)).toBe(0);
});
