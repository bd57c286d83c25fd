import fc from 'fast-check';
import {
  AGAIN,
  LATEST,
  SLEPT,
  doingOf,
  drawnTimes,
  newClock,
  shareLeft,
  stretchOf,
  tickClock,
  timeLeft,
  wakeClock,
  type Clock,
  type ClockEvent,
} from './clock.ts';
import { COMPARE, expandPlan, newBlock } from './plan.ts';
import { readClock } from './read-clock.ts';

type Happening = readonly [ClockEvent['kind'], number];
const run = (clock: Clock, events: readonly Happening[]): Clock =>
  events.reduce((now, [kind, at]) => tickClock(now, { kind, at, ms: 30_000 } as ClockEvent), clock);
const ticks = (from: number, to: number): Happening[] =>
  Array.from({ length: (to - from) / 500 + 1 }, (_, i) => ['tick', from + 500 * i]);
const poses = (...seconds: number[]): Clock =>
  newClock(expandPlan({ blocks: seconds.map((s) => newBlock(1, s)) }).map(({ stretches }) => stretches));
const spentIn = (clock: Clock): number =>
  clock.poses.reduce(
    (sum, p) => sum + p.held + p.passed + p.stretches.reduce((all, { spent }) => all + spent, 0),
    0,
  );

test('a pose of a minute lasts a minute, held time apart', () => {
  const clock = run(poses(60), [
    ['start', 1000],
    ...ticks(1000, 31_000),
    ['hold', 31_000],
    ['tick', 61_000],
    ['go on', 61_000],
    ...ticks(61_000, 90_500),
  ]);
  expect([timeLeft(clock), shareLeft(clock)]).toEqual([500, 500 / 60_000]);
  const done = run(clock, [['tick', 91_000]]);
  expect(done.phase).toBe('done');
  expect(drawnTimes(done.poses[0]!)).toEqual({ planned: 60_000, added: 0, drawn: 60_000 });
  expect(done.poses[0]).toMatchObject({ held: 30_000, end: 'run out' });
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

test('more time, being done early and the end keep what was counted, each with its own end', () => {
  const more = run(poses(10, 10), [
    ['start', 0],
    ['more', 2000],
    ['tick', 4000],
  ]);
  expect(timeLeft(more)).toBe(36_000);
  const early = run(more, [['next', 5000]]);
  expect([early.current, early.poses[0]!.end, drawnTimes(early.poses[0]!).drawn]).toEqual([
    1,
    'done early',
    5000,
  ]);
  expect(run(early, [['end', 6000]])).toMatchObject({
    phase: 'done',
    poses: [{ end: 'done early' }, { end: 'left unfinished' }],
  });
  const back = run(early, [['back', 6000]]);
  expect([back.current, drawnTimes(back.poses[0]!).drawn, timeLeft(back)]).toEqual([0, 5000, 35_000]);
});

test('next is one touch, held or not: the pose runs that comes then', () => {
  const held = run(poses(10, 10), [
    ['start', 0],
    ['hold', 2000],
    ['next', 3000],
  ]);
  expect([held.phase, held.current, held.poses[0]!.end, held.poses[0]!.held]).toEqual([
    'running',
    1,
    'done early',
    1000,
  ]);
  // Once what was planned is drawn, leaving the time that was added is no end before the bell.
  const added = run(poses(2, 10), [
    ['start', 0],
    ['more', 1000],
    ['tick', 2500],
    ['next', 2500],
  ]);
  expect(added.poses[0]!.end).toBe('run out');
});

test('from memory, being done early shows the picture first', () => {
  const steps = expandPlan({ blocks: [newBlock(1, 4, { source: 'memory', look: 2 })] });
  const drawing = run(newClock(steps.map(({ stretches }) => stretches)), [
    ['start', 0],
    ['next', 500],
    ['next', 1500],
  ]);
  expect([doingOf(drawing), drawing.poses[0]!.end]).toEqual(['compare', null]);
  expect(run(drawing, [['next', 1600]])).toMatchObject({ phase: 'done', poses: [{ end: 'done early' }] });
});

test('what is passed over says so; gone back to and left again, it is a pose like any', () => {
  const passed = run(poses(10, 10), [
    ['start', 0],
    ['pass over', 1000],
  ]);
  expect([passed.current, passed.poses[0]!.end]).toEqual([1, 'passed over']);
  const drawn = run(poses(2, 10), [
    ['start', 0],
    ['more', 0],
    ['tick', 2500],
    ['pass over', 2500],
  ]);
  expect(drawn.poses[0]!.end).toBe('run out');
  const back = run(passed, [['back', 1000], ...ticks(1000, 3000), ['pass over', 3000]]);
  expect([back.current, back.poses[0]!.end, drawnTimes(back.poses[0]!).drawn]).toEqual([
    1,
    'done early',
    3000,
  ]);
});

test('with another picture a pose begins anew, and nothing of the time before is its own', () => {
  const held = run(poses(10, 10), [
    ['start', 0],
    ['more', 1000],
    ['hold', 2000],
    ['another picture', 5000],
  ]);
  expect([held.phase, timeLeft(held)]).toEqual(['running', 10_000]);
  expect(held.poses[0]).toMatchObject({ passed: 5000, held: 0, end: null });
  const over = run(held, [...ticks(5000, 15_000)]);
  expect([over.current, over.poses[0]!.end, drawnTimes(over.poses[0]!).drawn]).toEqual([
    1,
    'run out',
    10_000,
  ]);
  // A pose that one has gone back to keeps its picture: it was drawn.
  const back = run(over, [['back', 15_000]]);
  expect(run(back, [['another picture', 15_000]])).toEqual(back);
});

test('a clock that an earlier desk wrote down is read with its ends', () => {
  const { end, passed, ...times } = run(poses(5), [['start', 0]]).poses[0]!;
  const older = (skipped: boolean, over: boolean) => ({
    ...poses(5, 5),
    poses: [
      { ...times, skipped, over },
      { ...times, skipped: false, over: false },
    ],
  });
  const endIn = (value: unknown) => readClock(value, 2)?.poses.map((pose) => [pose.end, pose.passed]);
  expect(endIn(older(true, true))).toEqual([
    ['done early', 0],
    [null, 0],
  ]);
  expect(endIn(older(false, true))?.[0]).toEqual(['run out', passed]);
  expect(endIn(older(false, false))?.[0]).toEqual([end, 0]);
  const now = poses(5, 5);
  expect(readClock(now, 2)).toEqual(now);
  for (const none of [null, 7, {}, { poses: [{}, {}] }]) expect(readClock(none, 2)).toBeNull();
  expect(readClock(now, 3)).toBeNull();
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
    run({ ...back, poses: [...back.poses, ...poses(9).poses] }, [['end', 8000]]).poses.map(({ end }) => end),
  ).toEqual(['run out', 'left unfinished', null]);
  const forth = run(back, [['next', 8000]]);
  expect([forth.current, drawnTimes(forth.poses[1]!).drawn, forth.poses[0]!.end]).toEqual([
    1,
    3000,
    'run out',
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
  'next',
  'pass over',
  'another picture',
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
        // Every millisecond is held, spent in one stretch or over another picture, or slept through.
        expect(spentIn(clock) + slept).toBe(at);
        expect(clock.poses[clock.current]!.end).toBeNull();
        // What was passed over is never taken for drawn by what comes after.
        before.poses.forEach(({ end }, i) => {
          if (end !== null && i !== clock.current) expect(clock.poses[i]!.end).toBe(end);
        });
        // Forward never leaves one out that is not over; only back goes back, and by one.
        if (clock.current < before.current) expect([what, clock.current]).toEqual(['back', clock.current]);
        for (let i = 0; i < clock.current; i += 1) expect(clock.poses[i]!.end).not.toBeNull();
        if (clock.current !== before.current) ended.add(before.current);
        // What was drawn is never taken away, but where another picture was asked for.
        clock.poses.forEach((pose, i) =>
          pose.stretches.forEach((s, k) => {
            if (what !== 'another picture' || i !== clock.current)
              expect(s.spent).toBeGreaterThanOrEqual(before.poses[i]!.stretches[k]!.spent);
          }),
        );
      }
      if (clock.phase === 'done') expect(clock.poses.every(({ end }) => end !== null)).toBe(true);
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
          fc.constantFrom<ClockEvent['kind']>('tick', 'next', 'pass over', 'more', 'pen down', 'pen up'),
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
          ['next', at],
        ]);
        expect(again.current).toBe(held.current);
        expect(again.poses[again.current]!.stretches).toEqual(held.poses[held.current]!.stretches);
        expect(again.poses[again.current]!.turn).toBe(held.poses[held.current]!.turn);
        const before = held.current - 1;
        expect(drawnTimes(again.poses[before]!).drawn).toBe(drawnTimes(held.poses[before]!).drawn);
        const { end } = held.poses[before]!;
        if (end !== 'passed over') expect(again.poses[before]!.end).toBe(end);
      },
    ),
    { numRuns: 300 },
  );
});
