import { act, renderHook } from '@testing-library/react-native';
import { useWaitingForPage } from './use-running';

type Props = { readonly phase: 'ready' | 'running' | 'held'; readonly lacking: boolean };

/** What is said to the clock of a pose; the clock is where its events have brought it. */
function waiting(first: Props) {
  const said: string[] = [];
  const say = ({ kind }: { readonly kind: string }): void => void said.push(kind);
  const hook = renderHook<void, Props>(
    ({ phase, lacking }) => useWaitingForPage({ phase }, phase === 'running' ? 'draw' : null, lacking, say),
    { initialProps: first },
  );
  const pass = (ms: number): void => act(() => jest.advanceTimersByTime(ms));
  return { said, turn: (props: Props) => hook.rerender(props), pass };
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test('a session starts once its page is there', () => {
  const { said, turn } = waiting({ phase: 'ready', lacking: true });
  expect(said).toEqual([]);
  turn({ phase: 'ready', lacking: false });
  expect(said).toEqual(['start']);
});

test('a page that comes in time holds nothing', () => {
  const { said, turn, pass } = waiting({ phase: 'running', lacking: true });
  pass(200);
  turn({ phase: 'running', lacking: false });
  pass(5000);
  expect(said).toEqual([]);
});

test.each([
  ['a moment late goes on by itself', 1500, ['hold', 'go on']],
  ['long away waits for a touch', 4000, ['hold']],
])('a pose whose page was %s', (_, late, wanted) => {
  const { said, turn, pass } = waiting({ phase: 'running', lacking: true });
  pass(300);
  turn({ phase: 'held', lacking: true });
  pass(late);
  turn({ phase: 'held', lacking: false });
  expect(said).toEqual(wanted);
  // What is held afterwards stays so.
  turn({ phase: 'running', lacking: false });
  turn({ phase: 'held', lacking: false });
  expect(said).toEqual(wanted);
});
