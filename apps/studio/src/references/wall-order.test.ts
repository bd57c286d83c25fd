import fc from 'fast-check';
import type { ReferenceBrief } from '@deft/contract';
import { WallOrder } from './wall-order';

const brief = (id: string): ReferenceBrief => ({
  id,
  title: id,
  subject: 'thing',
  width: 1,
  height: 1,
  revision: 0,
  view: null,
  hidden: false,
  marked: false,
  attempts: 0,
});

test('whatever is carried where, the desk ends with the order that the wall shows', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.tuple(fc.nat(7), fc.nat(7)), { maxLength: 20 }), async (moves) => {
      const kept = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'];
      const places = new WallOrder();
      kept.forEach((id, i) => places.set(i, brief(id), 0));
      const keep = async (reference: string, after: string | null): Promise<void> => {
        await Promise.resolve();
        kept.splice(kept.indexOf(reference), 1);
        kept.splice(after === null ? 0 : kept.indexOf(after) + 1, 0, reference);
      };
      const shown = [...kept];
      for (const [from, to] of moves) {
        const moved = places.carry(from, to, keep);
        if (from === to) expect(moved).toBeNull();
        else shown.splice(to, 0, ...shown.splice(from, 1));
        // What the desk said before it knew of the move does not undo it.
        if (moved) places.set(0, brief('stale'), Date.now());
      }
      await new Promise((done) => setTimeout(done, 5));
      if (moves.some(([from, to]) => from !== to)) expect(kept).toEqual(shown);
    }),
    { numRuns: 60 },
  );
});

test('a place that was not shown yet cannot be carried to, and nothing is asked of the desk', () => {
  const places = new WallOrder();
  places.set(0, brief('a'), 0);
  const keep = jest.fn();
  expect(places.carry(0, 5, keep)).toBeNull();
  expect(places.carry(3, 0, keep)).toBeNull();
  expect(keep).not.toHaveBeenCalled();
});

test('an answer to what was asked before the last move was kept comes too late, even once it is kept', async () => {
  const places = new WallOrder();
  ['a', 'b'].forEach((id, i) => places.set(i, brief(id), 0));
  const asked = Date.now() - 1;
  places.carry(0, 1, () => Promise.resolve());
  await new Promise((done) => setTimeout(done, 5));
  places.set(0, brief('a'), asked);
  expect(places.get(0)?.id).toBe('b');
  places.set(0, brief('a'), Date.now());
  expect(places.get(0)?.id).toBe('a');
});
