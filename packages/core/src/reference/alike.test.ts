import fc from 'fast-check';
import { seeded } from '../random/seeded.ts';
import { ALIKE, groupAlike, LIKENESS, likenessOf, likenessDistance } from './alike.ts';

const SIZE = LIKENESS.width * LIKENESS.height;
const raster = (seed: number): number[] => {
  const random = seeded(seed);
  return Array.from({ length: SIZE }, () => Math.floor(random() * 256));
};

describe('a likeness', () => {
  test('is 128 digits, the same for the same picture, and far from that of another', () => {
    const [a, b] = [likenessOf(raster(1)), likenessOf(raster(2))];
    expect(a).toMatch(/^[0-9a-f]{128}$/);
    expect(likenessDistance(a, likenessOf(raster(1)))).toBe(0);
    expect(likenessDistance(a, b)).toBeGreaterThan(150);
  });

  test('does not see a change of light, nor noise in flat places', () => {
    const grey = raster(3).map((v) => v / 2);
    expect(likenessDistance(likenessOf(grey), likenessOf(grey.map((v) => v + 40)))).toBe(0);
    const random = seeded(4);
    expect(
      likenessDistance(
        likenessOf(new Array<number>(SIZE).fill(120)),
        likenessOf(Array.from({ length: SIZE }, () => 120 + random())),
      ),
    ).toBe(0);
  });

  test('of another size is no likeness', () => {
    expect(() => likenessOf([1, 2, 3])).toThrow(RangeError);
  });
});

describe('groups of what looks alike', () => {
  test('every planted copy is found, and nothing else', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 12 }), (copies) => {
        const all = copies.flatMap((count, i) =>
          Array.from({ length: count }, (_, k) => ({
            of: i,
            likeness: likenessOf(raster(i + 10).map((v, j) => ((j * 7 + k) % 97 === 0 ? 255 - v : v))),
          })),
        );
        const groups = groupAlike(all.map(({ likeness }) => likeness));
        for (const group of groups) expect(new Set(group.map((i) => all[i]!.of)).size).toBe(1);
        expect(groups.map((g) => g.length).sort()).toEqual(copies.filter((count) => count > 1).sort());
      }),
    );
  });

  test('those that are both wanted stay apart, and no group wanders from its first', () => {
    const one = likenessOf(raster(20));
    expect(groupAlike([one, one, one], (a, b) => a + b === 1)).toEqual([[0, 2]]);
    const flip = (likeness: string, digits: number): string =>
      likeness.slice(0, digits).replace(/./g, (d) => (15 - parseInt(d, 16)).toString(16)) +
      likeness.slice(digits);
    const near = ALIKE / 4;
    expect(groupAlike([one, flip(one, near), flip(one, 2 * near)])).toEqual([[0, 1]]);
  });
});
