import { act, renderHook } from '@testing-library/react-native';
import { expandPlan, newBlock, type Clock } from '@deft/core/session';
import type { Session } from '@deft/contract';
import { useClock, type Moment } from './use-clock';

interface Told {
  readonly over: boolean;
  readonly poses: readonly {
    readonly drawnMs: number | null;
    readonly heldMs: number;
    readonly end: string | null;
  }[];
}
const mockPut = jest.fn<Promise<unknown>, [Told]>();
jest.mock('./api', () => ({
  usePutClockMutation: () => [(body: Told) => ({ unwrap: () => mockPut(body) })],
}));

const media = new EventTarget();
const document_ = Object.assign(new EventTarget(), { visibilityState: 'visible' });
const listening = new EventTarget();
const kept = new Map<string, string>();
Object.assign(globalThis, {
  document: document_,
  matchMedia: () => media,
  addEventListener: listening.addEventListener.bind(listening),
  removeEventListener: listening.removeEventListener.bind(listening),
  localStorage: {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  },
});

const sessionOf = (count: number, seconds: number, clock: unknown = null): Session =>
  ({
    id: 'a',
    over: false,
    clock,
    poses: expandPlan({ blocks: [newBlock(count, seconds)] }).map((step, i) => ({
      id: String(i),
      step,
      drawnMs: null,
      heldMs: 0,
      addedMs: 0,
      end: null,
    })),
  }) as unknown as Session;

function run(session: Session) {
  const moments: [Moment | null, number][] = [];
  const hook = renderHook(() => useClock(session));
  hook.result.current.watch((now, moment) => moments.push([moment, now.current]));
  const say = (event: Parameters<typeof hook.result.current.say>[0]): void =>
    act(() => hook.result.current.say(event));
  const pass = (ms: number): void => act(() => jest.advanceTimersByTime(ms));
  return {
    moments,
    say,
    pass,
    now: () => hook.result.current.now.current,
    seen: () => hook.result.current.clock,
    stop: () => hook.unmount(),
  };
}

beforeEach(() => {
  jest.useFakeTimers();
  mockPut.mockReset().mockResolvedValue(null);
  kept.clear();
  document_.visibilityState = 'visible';
});
afterEach(() => jest.useRealTimers());

test('it rings at each bell and at nothing else, warns where there is time to be warned, and tells the desk of the end', async () => {
  const { moments, say, pass, now } = run(sessionOf(2, 30));
  say({ kind: 'start' });
  pass(29_990);
  expect(moments.map(([moment]) => moment)).toEqual([null, 'half', 'soon']);
  pass(20);
  expect(moments.at(-1)).toEqual(['bell', 1]);
  pass(30_000);
  expect(now().phase).toBe('done');
  await act(async () => jest.advanceTimersByTimeAsync(10));
  const told = mockPut.mock.calls.at(-1)![0];
  expect([told.over, told.poses.map(({ drawnMs }) => drawnMs)]).toEqual([true, [30_000, 30_000]]);
  expect(kept.size).toBe(0);
});

test.each([
  [
    'out of sight',
    () => {
      document_.visibilityState = 'hidden';
      document_.dispatchEvent(new Event('visibilitychange'));
    },
  ],
  ['turned', () => media.dispatchEvent(new Event('change'))],
])('%s it is held, and what passes meanwhile is held time', (_, happens) => {
  const { say, pass, now, seen } = run(sessionOf(2, 10));
  say({ kind: 'start' });
  pass(4000);
  act(happens);
  expect(seen().phase).toBe('held');
  pass(60_000);
  say({ kind: 'go on' });
  pass(1000);
  const [pose] = now().poses;
  expect([
    now().current,
    Math.round(pose!.held / 1000),
    Math.round(pose!.stretches[0]!.spent / 1000),
  ]).toEqual([0, 60, 5]);
});

test('what comes into sight again does not go on by itself', () => {
  const { say, pass, seen } = run(sessionOf(1, 10));
  say({ kind: 'start' });
  document_.dispatchEvent(new Event('visibilitychange'));
  expect(seen().phase).toBe('running');
  document_.visibilityState = 'hidden';
  act(() => void document_.dispatchEvent(new Event('visibilitychange')));
  document_.visibilityState = 'visible';
  act(() => void document_.dispatchEvent(new Event('visibilitychange')));
  pass(2000);
  expect(seen().phase).toBe('held');
});

test('after a reload it comes back held where it was: from the device or from the desk, whichever has counted further', () => {
  const session = sessionOf(3, 10);
  const first = run(session);
  first.say({ kind: 'start' });
  first.pass(13_000);
  const before = first.now();
  first.stop();
  const again = run({
    ...session,
    clock: {
      ...before,
      poses: before.poses.map((pose) => ({
        ...pose,
        stretches: pose.stretches.map((s) => ({ ...s, spent: 0 })),
      })),
    },
  });
  expect([
    again.seen().phase,
    again.seen().current,
    Math.round(again.now().poses[1]!.stretches[0]!.spent / 1000),
  ]).toEqual(['held', 1, 3]);
  again.stop();
  kept.clear();
  const desks = run({ ...session, clock: before });
  expect([desks.seen().phase, desks.seen().current]).toEqual(['held', 1]);
  desks.stop();
  kept.set('deft-clock-a', '{"poses": [1');
  expect(run(session).seen().phase).toBe('ready');
});

test('without a clock anywhere it goes on after the poses that the desk knows to be over', () => {
  const session = sessionOf(3, 10);
  const { poses } = session;
  const clock: Clock = run({
    ...session,
    poses: poses.map((pose, i) =>
      i === 0 ? { ...pose, drawnMs: 9000, heldMs: 500, end: 'done early' } : pose,
    ),
  }).seen();
  expect([clock.phase, clock.current, clock.poses[0]!.held, clock.poses[0]!.end]).toEqual([
    'held',
    1,
    500,
    'done early',
  ]);
});

test('the end is told again until the desk has it', async () => {
  mockPut.mockRejectedValueOnce(new Error('away')).mockRejectedValueOnce(new Error('away'));
  const { say } = run(sessionOf(1, 10));
  say({ kind: 'start' });
  say({ kind: 'end' });
  const ends = (): number => mockPut.mock.calls.filter(([{ over }]) => over).length;
  await act(async () => jest.advanceTimersByTimeAsync(20_000));
  expect(ends()).toBeGreaterThanOrEqual(2);
  const sent = mockPut.mock.calls.length;
  await act(async () => jest.advanceTimersByTimeAsync(20_000));
  expect(mockPut.mock.calls).toHaveLength(sent);
});
