import { addMix, deskSlice, MOST_MIXES, setPen, setTimed, takeHand, takePen } from './desk-slice';

const fresh = deskSlice.getInitialState();
const after = (...acts: Parameters<typeof deskSlice.reducer>[1][]) => acts.reduce(deskSlice.reducer, fresh);

test('each pen remembers how it was set; taking one takes the hand that draws', () => {
  const set = after(
    takePen('pen'),
    setPen({ size: 3 }),
    takeHand('Forms'),
    takePen('pencil'),
    setPen({ size: 0.4 }),
  );
  expect([set.hand, set.pen, set.pens.pen.size, set.pens.pencil.size, set.pens.shade]).toEqual([
    'Draw',
    'pencil',
    3,
    0.4,
    fresh.pens.shade,
  ]);
});

test('own colours lie with the newest first, each once, and only so many', () => {
  const colours = Array.from({ length: MOST_MIXES + 2 }, (_, i) => `#00000${i}`);
  const { mixes } = after(...colours.map((colour) => addMix(colour)), addMix('#000004'));
  expect(mixes).toHaveLength(MOST_MIXES);
  expect(mixes[0]).toBe('#000004');
  expect(new Set(mixes).size).toBe(MOST_MIXES);
  expect(mixes).not.toContain('#000000');
});

test('how sessions are run is changed one thing at a time', () => {
  const { timed } = after(setTimed({ sounds: false }), setTimed({ choice: 'random' }));
  expect(timed).toEqual({ ...fresh.timed, sounds: false, choice: 'random' });
});
