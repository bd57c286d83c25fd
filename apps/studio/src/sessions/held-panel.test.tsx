import { act, fireEvent, render, screen } from '@testing-library/react-native';
import { PaperProvider } from 'react-native-paper';
import { Provider } from 'react-redux';
import { newClock, tickClock, type Clock } from '@deft/core/session';
import type { PageKeeper } from '../data/page-keeper';
import { store } from '../data/store';
import { NO_LOOK } from '../page/second-look';
import { deskTheme } from '../ui/theme';
import { HeldPanel, MORE, STANDS_AFTER } from './held-panel';
import type { AnotherPicture } from './use-another-picture';

const mockReplace = jest.fn();
jest.mock('expo-router', () => ({ useRouter: () => ({ replace: mockReplace }) }));

/** Two poses of ten seconds, held after four. */
const held = (...before: ('next' | 'hold')[]): Clock => {
  const draw = [{ doing: 'draw' as const, planned: 10_000, seen: true }];
  return [...before, 'tick' as const].reduce<Clock>(
    (clock, kind, i) => tickClock(clock, { kind, at: 1000 * i }),
    { ...newClock([draw, draw]), phase: 'held' as const },
  );
};

function come(clock: Clock, lacking = false, another: Partial<AnotherPicture> = {}) {
  const told = {
    say: jest.fn(),
    ask: jest.fn(),
    onMark: jest.fn(),
    onLook: jest.fn(),
    onMirror: jest.fn(),
    undo: jest.fn(() => Promise.resolve()),
  };
  render(
    <Provider store={store}>
      <PaperProvider theme={deskTheme(false)}>
        <HeldPanel
          clock={clock}
          say={told.say}
          another={{ can: true, isBack: false, busy: false, said: null, ask: told.ask, ...another }}
          onMark={told.onMark}
          lacking={lacking}
          tools={{
            keeper: { undo: told.undo } as unknown as PageKeeper,
            look: NO_LOOK,
            onLook: told.onLook,
            mirrored: false,
            onMirror: told.onMirror,
          }}
        />
      </PaperProvider>
    </Provider>,
  );
  return told;
}

/** The panel once it has stood long enough to be pressed. */
function show(...of: Parameters<typeof come>) {
  const told = come(...of);
  act(() => jest.advanceTimersByTime(STANDS_AFTER));
  return told;
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test('what it offers is said to the clock; the end wants a second touch', () => {
  const { say } = show(held('next', 'hold'));
  for (const label of ['Go on', 'Back', '30 s more', 'Next', 'Pass over', 'End'])
    fireEvent.press(screen.getByText(label));
  expect(say.mock.calls.map(([event]) => event)).toEqual([
    { kind: 'go on' },
    { kind: 'back' },
    { kind: 'more', ms: MORE },
    { kind: 'next' },
    { kind: 'pass over' },
  ]);
  fireEvent.press(screen.getByText('End now'));
  expect(say).toHaveBeenLastCalledWith({ kind: 'end' });
});

test('what is pressed as it comes was meant for the page, and does nothing', () => {
  const { say } = come(held('next', 'hold'));
  for (const label of ['30 s more', 'Back', 'Next']) fireEvent.press(screen.getByText(label));
  expect(say).not.toHaveBeenCalled();
  act(() => jest.advanceTimersByTime(STANDS_AFTER));
  fireEvent.press(screen.getByText('Next'));
  expect(say).toHaveBeenCalledWith({ kind: 'next' });
});

test('there is no way back from the first pose, and none on while the page has not come', () => {
  const { say } = show(held(), true);
  expect(screen.getByText(/the page has not come/)).toBeTruthy();
  fireEvent.press(screen.getByText('Back'));
  fireEvent.press(screen.getByText('Go on'));
  expect(say).not.toHaveBeenCalled();
});

test('another picture can be asked for, or the one before; where there is none, that is said', () => {
  const { ask } = show(held());
  fireEvent.press(screen.getByText('Not this one'));
  expect(ask).toHaveBeenCalledTimes(1);
  screen.unmount();
  show(held(), false, { isBack: true, said: 'There is no other picture in this set.' });
  expect(screen.getByText('The other picture')).toBeTruthy();
  expect(screen.getByText(/no other picture/)).toBeTruthy();
  screen.unmount();
  show(held(), false, { can: false });
  expect(screen.queryByText('Not this one')).toBeNull();
});

test('it shows what is left, and counts how long it has been held', () => {
  come(held());
  expect(screen.getByText('0:10 left. What you drew is kept.')).toBeTruthy();
  expect(screen.getByText('0:00')).toBeTruthy();
  act(() => jest.advanceTimersByTime(65_000));
  expect(screen.getByText('1:05')).toBeTruthy();
});

test('pens, undo, second looks and leaving are at hand', () => {
  const { undo, onLook, onMirror, onMark } = show(held());
  fireEvent.press(screen.getByText('Mark the picture'));
  expect(onMark).toHaveBeenCalledTimes(1);
  fireEvent.press(screen.getByText('shade'));
  expect(store.getState().desk.pen).toBe('shade');
  fireEvent.press(screen.getByText('Undo a line'));
  fireEvent.press(screen.getByText('squint'));
  fireEvent.press(screen.getByText('mirrored'));
  fireEvent.press(screen.getByText('Leave it for later'));
  expect([
    undo.mock.calls.length,
    onMirror.mock.calls.length,
    onLook.mock.calls[0]![0].name,
    mockReplace.mock.calls,
  ]).toEqual([1, 1, 'squint', [['/']]]);
});
