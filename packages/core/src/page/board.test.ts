import fc from 'fast-check';
import { boardThings, BOARD_SIZE, layInRows } from './board.ts';
import { thingBox } from './thing-box.ts';

test('pictures in rows keep their shapes, lie inside the room and touch nothing', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.2, max: 5, noNaN: true }), { minLength: 1, maxLength: 40 }),
      (shares) => {
        const room = { width: 400, height: 280 };
        const places = layInRows(shares, room, 5);
        expect(places).toHaveLength(shares.length);
        places.forEach((p, i) => {
          expect(p.width / p.height).toBeCloseTo(shares[i]!, 6);
          expect(p.x).toBeGreaterThan(-1e-6);
          expect(p.y).toBeGreaterThan(-1e-6);
          expect(p.x + p.width).toBeLessThan(room.width + 1e-6);
          expect(p.y + p.height).toBeLessThan(room.height + 1e-6);
          for (const q of places.slice(0, i))
            expect(p.x >= q.x + q.width + 4.99 || p.y >= q.y + q.height + 4.99).toBe(true);
        });
      },
    ),
  );
});

test('a new board has its paper, its sheets, and its pictures whole', () => {
  let n = 0;
  const things = boardThings('page', () => `id${(n += 1)}`, [
    { reference: 'a', revision: 2, width: 300, height: 400 },
    { reference: 'b', revision: 0, width: 900, height: 300 },
  ]);
  expect(things.map(({ type }) => type)).toEqual(['page', 'sheet', 'sheet', 'placement', 'placement']);
  const boxes = things.flatMap((thing) => (thing.type === 'placement' ? [thingBox(thing)!] : []));
  for (const box of boxes)
    expect(
      box.minX >= 0 && box.maxX <= BOARD_SIZE.width && box.minY >= 0 && box.maxY <= BOARD_SIZE.height,
    ).toBe(true);
  expect((boxes[1]!.maxX - boxes[1]!.minX) / (boxes[1]!.maxY - boxes[1]!.minY)).toBeCloseTo(3);
});
