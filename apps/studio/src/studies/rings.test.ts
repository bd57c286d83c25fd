import type { Landmark, Thing } from '@deft/core/page';
import { answers, landmarkAt, landmarkOf, openLandmarks, ringsOf, saidAway } from './rings';

const sheet = { type: 'sheet', id: 'ink', kind: 'ink', name: 'Ink', order: 'a0' } as unknown as Thing;
const set = (name: string, state: Landmark['state']): Landmark => ({
  type: 'landmark',
  id: `id ${name}`,
  sheet: 'ink',
  name,
  state,
  at: { x: 10, y: 20 },
  spread: 0.5,
});
const things = new Map<string, Thing>(
  [sheet, set('crown', 'set'), set('chin', 'hidden')].map((thing) => [thing.id, thing]),
);
const seen = {
  landmarks: ['crown', 'chin', 'left elbow'].map((name) => ({ name, at: { x: 1, y: 2 }, spread: 1 })),
} as unknown as Parameters<typeof openLandmarks>[1];
const result = { seen, report: { toReference: [2, 0, 0, 2, 100, 0] } } as unknown as Parameters<
  typeof ringsOf
>[1];

test('what is answered is not open any more; what is set is shown where it was set', () => {
  expect(openLandmarks(things, seen).map(({ name }) => name)).toEqual(['left elbow']);
  expect(ringsOf(things, result)).toEqual([
    { name: 'left elbow', at: { x: 102, y: 4 }, doubt: 4, set: false },
    { name: 'crown', at: { x: 120, y: 40 }, doubt: 2, set: true },
  ]);
  expect(ringsOf(things, { seen, report: { toReference: null } } as never)).toEqual([]);
});

test('a landmark that is put somewhere is set once, and moved from then on', () => {
  const added = landmarkAt(things, things, 'left elbow', { x: 5, y: 6 }, 0.3);
  expect(added.add).toEqual([
    expect.objectContaining({
      type: 'landmark',
      sheet: 'ink',
      name: 'left elbow',
      state: 'set',
      at: { x: 5, y: 6 },
    }),
  ]);
  expect(landmarkAt(things, things, 'crown', { x: 5, y: 6 }, 0.3)).toEqual({
    set: [{ id: 'id crown', to: { at: { x: 5, y: 6 }, spread: 0.3, state: 'set' } }],
  });
  expect(answers(new Map(), [{ name: 'chin', at: { x: 0, y: 0 }, spread: 1, state: 'set' }])).toEqual({});
});

test('what is said to be hidden or not drawn is found again, and what is set is not among it', () => {
  expect(saidAway(things).map(({ name, state }) => [name, state])).toEqual([['chin', 'hidden']]);
  expect(saidAway(new Map())).toEqual([]);
  expect(landmarkOf(things, 'crown')?.id).toBe('id crown');
  expect(landmarkOf(things, 'left elbow')).toBeNull();
});
