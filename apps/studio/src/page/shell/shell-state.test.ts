import fc from 'fast-check';
import { NO_LOOK } from '../second-look';
import { NOTHING, openShell, shellReducer, type ShellAct, type ShellState } from './shell-state';

const play = (acts: readonly ShellAct[], from: ShellState = openShell('Behind')): ShellState =>
  acts.reduce(shellReducer, from);
const obstacle = { sentence: 'This sheet is locked.', goOn: null } as never;

test('a panel and what stands in the tray make room for each other, but for how the pen draws', () => {
  const sheets = play([{ kind: 'upper', upper: 'sheets' }]);
  expect(play([{ kind: 'panel', panel: 'looks' }], sheets)).toMatchObject({ panel: 'looks', upper: null });
  const line = play([
    { kind: 'upper', upper: 'line' },
    { kind: 'panel', panel: 'hand' },
  ]);
  expect(line).toMatchObject({ panel: 'hand', upper: 'line' });
  expect(play([{ kind: 'upper', upper: 'sheets' }], line).panel).toBeNull();
});

test('a hand that is taken up ends a second look and clears the tray', () => {
  const looking = play([
    { kind: 'look', look: { name: 'gaps', values: 4 } },
    { kind: 'panel', panel: 'hand' },
  ]);
  expect(play([{ kind: 'hand' }], looking)).toMatchObject({
    panel: null,
    upper: null,
    look: { name: null, values: 4 },
    handTaken: true,
  });
  expect(looking.handTaken).toBe(false);
});

test('a form that a stroke was made is selected until the next stroke', () => {
  const made = play([
    { kind: 'drawn', strokes: ['a'] },
    { kind: 'drawn', strokes: [] },
    { kind: 'select', id: 'form' },
  ]);
  expect(made.selected).toBe('form');
  expect(play([{ kind: 'drawn', strokes: ['b'] }], made).selected).toBeNull();
});

test('opacity shows only while the place behind is being set', () => {
  expect(play([{ kind: 'place', place: 'Corner' }])).toMatchObject({ place: 'Corner', upper: null });
  expect(play([{ kind: 'place', place: 'Behind' }])).toMatchObject({ place: 'Behind', upper: 'place' });
});

test('to cut a piece the reference lies beside; to pick a colour it stays where it is', () => {
  expect(play([{ kind: 'take', taking: 'piece' }]).place).toBe('Beside');
  expect(play([{ kind: 'take', taking: 'colour' }]).place).toBe('Behind');
});

test('Escape puts down one thing after the other: comparing, panel, taking, tray, picks', () => {
  let state = play([
    { kind: 'pick', ids: new Set(['a']) },
    { kind: 'upper', upper: 'line' },
    { kind: 'take', taking: 'colour' },
    { kind: 'panel', panel: 'keys' },
  ]);
  state = { ...state, comparing: true };
  const left = (): unknown[] => [state.comparing, state.panel, state.taking, state.upper, state.picks.size];
  const seen = [left()];
  for (let i = 0; i < 5; i += 1) {
    state = shellReducer(state, { kind: 'step back' });
    seen.push(left());
  }
  expect(seen).toEqual([
    [true, 'keys', 'colour', 'line', 1],
    [false, 'keys', 'colour', 'line', 1],
    [false, null, 'colour', 'line', 1],
    [false, null, null, 'line', 1],
    [false, null, null, null, 1],
    [false, null, null, null, 0],
  ]);
});

test('what was removed is neither selected nor picked any more; what was in the way stays until it is closed', () => {
  const state = play([
    { kind: 'select', id: 'a' },
    { kind: 'pick', ids: new Set(['a', 'b']) },
    { kind: 'obstacle', obstacle },
    { kind: 'removed' },
  ]);
  expect([state.selected, state.picks.size, state.obstacle]).toEqual([null, 0, obstacle]);
  expect(shellReducer(state, { kind: 'obstacle', obstacle: null }).obstacle).toBeNull();
});

test('whatever is done, so many steps back lead to a page with nothing over it', () => {
  const act = fc.oneof(
    fc.constantFrom<ShellAct>(
      { kind: 'panel', panel: 'looks' },
      { kind: 'upper', upper: 'sheets' },
      { kind: 'hand' },
      { kind: 'take', taking: 'piece' },
      { kind: 'compare', comparing: true },
      { kind: 'overall' },
      { kind: 'place', place: 'Away' },
    ),
    fc.array(fc.string(), { maxLength: 3 }).map((ids): ShellAct => ({ kind: 'pick', ids: new Set(ids) })),
  );
  fc.assert(
    fc.property(fc.array(act, { maxLength: 12 }), (acts) => {
      const end = play([...acts, ...Array.from({ length: 5 }, (): ShellAct => ({ kind: 'step back' }))]);
      expect([end.comparing, end.panel, end.taking, end.upper, end.picks.size]).toEqual([
        false,
        null,
        null,
        null,
        0,
      ]);
    }),
  );
  expect(openShell(null)).toMatchObject({ place: null, picks: NOTHING, look: NO_LOOK });
});
