import fc from 'fast-check';
import {
  AGAIN,
  LATEST,
  SLEPT,
  doingOf,
  drawnTimes,
  newClock,
  stretchOf,
  tickClock,
  timeLeft,
  wakeClock,
  type Clock,
  type ClockEvent,
} from './clock.ts';
import { COMPARE, expandPlan, newBlock } from './plan.ts';

type Happening = readonly [ClockEvent['kind'], number];
const run = (clock: Clock, events: readonly Happening[]): Clock =>
  events.reduce((now, [kind, at]) => tickClock(now, { kind, at, ms: 30_000 } as ClockEvent), clock);
const ticks = (from: number, to: number): Happening[] =>
  Array.from({ length: (to - from) / 500 + 1 }, (_, i) => ['tick', from + 500 * i]);
const poses = (...seconds: number[]): Clock =>
  newClock(expandPlan({ blocks: seconds.map((s) => newBlock(1, s)) }).map(({ stretches }) => stretches));
const spentIn = (clock: Clock): number =>
  clock.poses.reduce((sum, p) => sum + p.held + p.stretches.reduce((all, { spent }) => all + spent, 0), 0);

test('a pose of a minute lasts a minute, held time apart', () => {
  const clock = run(poses(60), [
    ['start', 1000],
    ...ticks(1000, 31_000),
    ['hold', 31_000],
    ['tick', 61_000],
    ['go on', 61_000],
    ...ticks(61_000, 90_500),
  ]);
  expect(timeLeft(clock)).toBe(500);
  const done = run(clock, [['tick', 91_000]]);
  expect(done.phase).toBe('done');
  expect(drawnTimes(done.poses[0]!)).toEqual({ planned: 60_000, added: 0, drawn: 60_000 });
  expect(done.poses[0]).toMatchObject({ held: 30_000, skipped: false, over: true });
});

test('a stroke that crosses the bell is finished first, and belongs to its own pose', () => {
  const crossing = run(poses(5, 5), [['start', 0], ...ticks(0, 4500), ['pen down', 4800], ['tick', 5600]]);
  expect([crossing.phase, crossing.current]).toEqual(['running', 0]);
  const lifted = run(crossing, [['pen up', 5700]]);
  expect([lifted.current, drawnTimes(lifted.poses[0]!).drawn]).toEqual([1, 5700]);
  const stubborn = run(crossing, [['tick', 5000 + LATEST]]);
  expect([stubborn.current, drawnTimes(stubborn.poses[0]!).drawn]).toEqual([1, 5000 + LATEST]);
});

test('a tab that slept comes back held, with nothing counted', () => {
  const slept = run(poses(60, 60), [['start', 0], ...ticks(0, 10_000), ['tick', 3_600_000]]);
  expect([slept.phase, slept.current, drawnTimes(slept.poses[0]!).drawn]).toEqual(['held', 0, 10_000]);
  expect(
    wakeClock(
      run(poses(60), [
        ['start', 0],
        ['tick', 500],
      ]),
      9e9,
    ).phase,
  ).toBe('held');
});

test('more time, skip and end keep what was counted', () => {
  const more = run(poses(10, 10), [
    ['start', 0],
    ['more', 2000],
    ['tick', 4000],
  ]);
  expect(timeLeft(more)).toBe(36_000);
  const skipped = run(more, [['skip', 5000]]);
  expect([skipped.current, skipped.poses[0]!.skipped, drawnTimes(skipped.poses[0]!).drawn]).toEqual([
    1,
    true,
    5000,
  ]);
  expect(run(skipped, [['end', 6000]])).toMatchObject({
    phase: 'done',
    poses: [{ over: true }, { over: true, skipped: false }],
  });
  const back = run(skipped, [['back', 6000]]);
  expect([back.current, drawnTimes(back.poses[0]!).drawn, timeLeft(back)]).toEqual([0, 5000, 35_000]);
});

test('back from a pose to one whose time was up gives a little more, and forth again goes on where one was', () => {
  const second = run(poses(5, 10), [['start', 0], ...ticks(0, 8000)]);
  const back = run(second, [
    ['hold', 8000],
    ['back', 8000],
  ]);
  expect([back.current, timeLeft(back), back.phase]).toEqual([0, AGAIN, 'held']);
  // Ended there, the pose that was left is over with its time; one that was never come to is not.
  expect(
    run({ ...back, poses: [...back.poses, ...poses(9).poses] }, [['end', 8000]]).poses.map(
      ({ over }) => over,
    ),
  ).toEqual([true, true, false]);
  const forth = run(back, [['skip', 8000]]);
  expect([forth.current, drawnTimes(forth.poses[1]!).drawn, forth.poses[0]!.skipped]).toEqual([
    1,
    3000,
    false,
  ]);
});

test('from memory one looks, draws without the picture, and compares; a rest lies between two', () => {
  const clock = newClock(
    expandPlan({ blocks: [newBlock(2, 4, { source: 'memory', look: 2, rest: 1 })] }).map(
      ({ stretches }) => stretches,
    ),
  );
  const at = (ms: number): unknown[] => {
    const now = run(clock, [['start', 0], ...ticks(0, ms)]);
    return [now.current, doingOf(now), stretchOf(now)?.seen];
  };
  expect(at(1500)).toEqual([0, 'look', true]);
  expect(at(2500)).toEqual([0, 'draw', false]);
  expect(at(6500)).toEqual([0, 'compare', true]);
  expect(at(6000 + COMPARE * 1000 + 500)).toEqual([0, 'rest', false]);
  expect(at(7000 + COMPARE * 1000)).toEqual([1, 'look', true]);
  // Back leads to the drawing, not to the look: it would be no memory any more.
  const back = run(clock, [
    ['start', 0],
    ...ticks(0, 7500 + COMPARE * 1000),
    ['back', 7500 + COMPARE * 1000],
  ]);
  expect([back.current, doingOf(back), timeLeft(back)]).toEqual([0, 'draw', AGAIN]);
});

const anyPlan = fc
  .array(
    fc.record({
      count: fc.integer({ min: 1, max: 3 }),
      seconds: fc.integer({ min: 2, max: 6 }),
      source: fc.constantFrom('sight' as const, 'memory' as const, 'knowledge' as const),
      look: fc.integer({ min: 1, max: 3 }),
      rest: fc.integer({ min: 0, max: 2 }),
    }),
    { minLength: 1, maxLength: 3 },
  )
  .map((blocks) =>
    expandPlan({ blocks: blocks.map(({ count, seconds, ...more }) => newBlock(count, seconds, more)) }),
  );
const anything = fc.constantFrom<ClockEvent['kind']>(
  'hold',
  'go on',
  'pen down',
  'pen up',
  'skip',
  'back',
  'more',
  'tick',
  'tick',
  'tick',
  'tick',
);
/** Mostly short waits; now and then the tab sleeps. */
const wait = fc.oneof(
  { weight: 12, arbitrary: fc.integer({ min: 0, max: SLEPT }) },
  { weight: 1, arbitrary: fc.integer({ min: SLEPT + 1, max: 36e5 }) },
);

test('over any run of events and jumps of time, times add up exactly and no pose is lost or doubled', () => {
  fc.assert(
    fc.property(anyPlan, fc.array(fc.tuple(anything, wait), { maxLength: 120 }), (steps, happenings) => {
      let clock = run(newClock(steps.map(({ stretches }) => stretches)), [['start', 0]]);
      let at = 0;
      let slept = 0;
      const ended = new Set<number>();
      for (const [what, passed] of happenings) {
        at += passed;
        if (clock.phase === 'running' && passed > SLEPT) slept += passed;
        const before = clock;
        clock = run(clock, [[what, at]]);
        expect(clock.poses.length).toBe(steps.length);
        if (clock.phase === 'done') break;
        // Every millisecond is held, spent in one stretch, or slept through.
        expect(spentIn(clock) + slept).toBe(at);
        expect(clock.poses[clock.current]!.over).toBe(false);
        // Forward never leaves one out that is not over; only back goes back, and by one.
        if (clock.current < before.current) expect([what, clock.current]).toEqual(['back', clock.current]);
        for (let i = 0; i < clock.current; i += 1) expect(clock.poses[i]!.over).toBe(true);
        if (clock.current !== before.current) ended.add(before.current);
        // What was drawn is never taken away.
        clock.poses.forEach((pose, i) =>
          pose.stretches.forEach((s, k) =>
            expect(s.spent).toBeGreaterThanOrEqual(before.poses[i]!.stretches[k]!.spent),
          ),
        );
      }
      if (clock.phase === 'done') expect(clock.poses.every(({ over }) => over)).toBe(true);
    }),
    { numRuns: 300 },
  );
});

test('back and forth lead to the same pose in the same state, wherever one was held', () => {
  fc.assert(
    fc.property(
      anyPlan,
      fc.array(
        fc.tuple(
          fc.constantFrom<ClockEvent['kind']>('tick', 'skip', 'more', 'pen down', 'pen up'),
          fc.integer({ min: 0, max: SLEPT }),
        ),
        { maxLength: 60 },
      ),
      (steps, happenings) => {
        let at = 0;
        const events = happenings.map(([what, passed]): Happening => [what, (at += passed)]);
        const held = run(newClock(steps.map(({ stretches }) => stretches)), [
          ['start', 0],
          ...events,
          ['hold', at],
        ]);
        if (held.phase !== 'held' || held.current === 0) return;
        const again = run(held, [
          ['back', at],
          ['skip', at],
        ]);
        expect(again.current).toBe(held.current);
        expect(again.poses[again.current]!.stretches).toEqual(held.poses[held.current]!.stretches);
        expect(again.poses[again.current]!.turn).toBe(held.poses[held.current]!.turn);
        const before = held.current - 1;
        expect(drawnTimes(again.poses[before]!).drawn).toBe(drawnTimes(held.poses[before]!).drawn);
        expect(again.poses[before]!.skipped).toBe(held.poses[before]!.skipped);
      },
    ),
    { numRuns: 300 },
  );
});
