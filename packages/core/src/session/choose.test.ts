import fc from 'fast-check';
import { APART, chooseInstead, CHOICES, choosePictures, type Choosable } from './choose.ts';

const picture = (id: string, more: Partial<Choosable> = {}): Choosable => ({
  id,
  attempts: 0,
  createdAt: 0,
  subject: 'thing',
  likeness: '',
  ...more,
});
const names = (pictures: readonly Choosable[]): string => pictures.map(({ id }) => id).join('');

test('each choice has its order', () => {
  const set = [
    picture('a', { attempts: 2, createdAt: 3, subject: 'goat' }),
    picture('b', { createdAt: 1, subject: 'head' }),
    picture('c', { attempts: 1, createdAt: 2, subject: 'head' }),
    picture('d', { attempts: 3 }),
  ];
  const first = (choice: (typeof CHOICES)[number]): string =>
    names(choosePictures(set, 4, { choice, seed: 1, misses: { goat: 2, head: 6 } }));
  expect(first('in order')).toBe('abcd');
  expect(first('least drawn')).toBe('bcad');
  expect(first('new first')).toBe('acbd');
  expect(first('weakest subject')).toBe('bcad');
});

test('no picture comes again before the set is through, by any choice, and the same seed chooses the same', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 0, max: 40 }),
      fc.constantFrom(...CHOICES),
      fc.integer(),
      (size, count, choice, seed) => {
        const set = Array.from({ length: size }, (_, i) =>
          picture(String.fromCharCode(97 + i), { attempts: i % 3 }),
        );
        const chosen = choosePictures(set, count, { choice, seed });
        expect(chosen).toHaveLength(count);
        for (let from = 0; from < count; from += size) {
          const round = chosen.slice(from, from + size).map(({ id }) => id);
          expect(new Set(round).size).toBe(round.length);
        }
        expect(names(choosePictures(set, count, { choice, seed }))).toBe(names(chosen));
      },
    ),
  );
  expect(choosePictures([], 3, { choice: 'random', seed: 1 })).toEqual([]);
});

test('chance takes every order about as often', () => {
  const set = ['a', 'b', 'c'].map((id) => picture(id));
  const seen = new Map<string, number>();
  for (let seed = 0; seed < 3000; seed += 1) {
    const order = names(choosePictures(set, 3, { choice: 'random', seed }));
    seen.set(order, (seen.get(order) ?? 0) + 1);
  }
  expect(seen.size).toBe(6);
  // Five standard deviations of a sixth of 3000.
  for (const times of seen.values())
    expect(Math.abs(times - 500)).toBeLessThan(5 * Math.sqrt(3000 * (1 / 6) * (5 / 6)));
});

test('what looks alike is kept apart while there is anything else', () => {
  const [one, other] = ['0'.repeat(128), 'f'.repeat(128)];
  const set = [...'abc']
    .map((id) => picture(id, { likeness: one }))
    .concat([...'wxyz'].map((id) => picture(id)))
    .concat(picture('o', { likeness: other }));
  for (let seed = 0; seed < 50; seed += 1) {
    const chosen = choosePictures(set, 8, { choice: 'random', seed });
    const places = chosen.flatMap(({ likeness }, i) => (likeness === one ? [i] : []));
    // Three alike among eight: two of the gaps can be of two others at the least.
    expect(places[1]! - places[0]!).toBeGreaterThanOrEqual(2);
    expect(places[2]! - places[1]!).toBeGreaterThanOrEqual(2);
  }
});

describe('another picture for one place', () => {
  const like = '0'.repeat(128);

  test('is one that has no place yet, by the choice, and not like its neighbours where there is such', () => {
    const set = [
      picture('a'),
      picture('b', { likeness: like }),
      picture('c', { attempts: 1 }),
      picture('d', { attempts: 2, likeness: like }),
      picture('e', { attempts: 3 }),
    ];
    const by = { choice: 'least drawn' as const, seed: 1 };
    expect(chooseInstead(set, ['a', 'b', 'c'], 0, by)!.id).toBe('e');
    expect(chooseInstead(set.slice(0, 4), ['a', 'b', 'c'], 0, by)!.id).toBe('d');
  });

  test('in a set that is used up is any other, far from where it has its place; alone there is none', () => {
    const set = [...'abcdef'].map((id) => picture(id));
    const by = { choice: 'in order' as const, seed: 1 };
    expect(chooseInstead(set, [...'abcdef'], 0, by)!.id).toBe('e');
    expect(chooseInstead(set.slice(0, 2), ['a', 'b'], 0, by)!.id).toBe('b');
    expect(chooseInstead(set.slice(0, 1), ['a', 'a'], 0, by)).toBeNull();
    expect(chooseInstead([], [], 0, by)).toBeNull();
  });

  test('is never the one that is passed over, nor one that comes within reach while another is free', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 12 }),
        fc.array(fc.nat(11), { minLength: 1, maxLength: 20 }),
        fc.nat(19),
        fc.constantFrom(...CHOICES),
        fc.integer(),
        (size, places, place, choice, seed) => {
          const set = Array.from({ length: size }, (_, i) => picture(`p${i}`, { attempts: i % 3 }));
          const taken = places.map((i) => `p${i % size}`);
          const at = place % taken.length;
          const chosen = chooseInstead(set, taken, at, { choice, seed })!.id;
          expect(chosen).not.toBe(taken[at]);
          if (set.some(({ id }) => !taken.includes(id))) expect(taken).not.toContain(chosen);
          else if (size > 2 * APART + 1)
            expect(taken.slice(Math.max(0, at - APART), at + APART + 1)).not.toContain(chosen);
        },
      ),
    );
  });
});
