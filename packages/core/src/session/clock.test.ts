import fc from 'fast-check';
import { choosePictures } from './choose.ts';
import { LATEST, SLEPT, newClock, tickClock, timeLeft, wakeClock, type Clock, type ClockEvent } from './clock.ts';

const run = (clock: Clock, events: readonly [ClockEvent['kind'], number][]): Clock =>
  events.reduce((now, [kind, at]) => tickClock(now, { kind, at, ms: 30_000 } as ClockEvent), clock);
const ticks = (from: number, to: number): [ClockEvent['kind'], number][] => Array.from({ length: (to - from) / 500 + 1 }, (_, i) => ['tick', from + 500 * i]);

test('a pose of a minute lasts a minute, held time apart', () => {
  const clock = run(newClock([60]), [['start', 1000], ...ticks(1000, 31_000), ['hold', 31_000], ['tick', 61_000], ['go on', 61_000], ...ticks(61_000, 90_500)]);
  expect(timeLeft(clock)).toBe(500);
  const done = run(clock, [['tick', 91_000]]);
  expect(done.phase).toBe('done');
  expect(done.poses[0]).toEqual({ planned: 60_000, added: 0, drawn: 60_000, held: 30_000, skipped: false, over: true });
});

test('a stroke that crosses the bell is finished first, and belongs to its own pose', () => {
  const crossing = run(newClock([5, 5]), [['start', 0], ...ticks(0, 4500), ['pen down', 4800], ['tick', 5600]]);
  expect([crossing.phase, crossing.current]).toEqual(['drawing', 0]);
  const lifted = run(crossing, [['pen up', 5700]]);
  expect([lifted.current, lifted.poses[0]!.drawn]).toEqual([1, 5700]);
  const stubborn = run(crossing, [['tick', 5000 + LATEST]]);
  expect([stubborn.current, stubborn.poses[0]!.drawn]).toEqual([1, 5000 + LATEST]);
});

test('a tab that slept comes back held, with nothing counted', () => {
  const slept = run(newClock([60, 60]), [['start', 0], ...ticks(0, 10_000), ['tick', 3_600_000]]);
  expect([slept.phase, slept.current, slept.poses[0]!.drawn]).toEqual(['held', 0, 10_000]);
  expect(wakeClock(run(newClock([60]), [['start', 0], ['tick', 500]]), 9e9).phase).toBe('held');
});

test('more time, skip and end keep what was counted', () => {
  const more = run(newClock([10, 10]), [['start', 0], ['more', 2000], ['tick', 4000]]);
  expect(timeLeft(more)).toBe(36_000);
  const skipped = run(more, [['skip', 5000]]);
  expect([skipped.current, skipped.poses[0]!.skipped, skipped.poses[0]!.drawn]).toEqual([1, true, 5000]);
  expect(run(skipped, [['end', 6000]])).toMatchObject({ phase: 'done', poses: [{ over: true }, { over: true, drawn: 1000, skipped: false }] });
  const back = run(skipped, [['back', 6000]]);
  expect([back.current, back.poses[0]!.drawn, timeLeft(back)]).toEqual([0, 5000, 35_000]);
});

test('over any run of events times add up and no pose is lost or doubled', () => {
  const kind = fc.constantFrom<ClockEvent['kind']>('hold', 'go on', 'pen down', 'pen up', 'skip', 'more', 'tick', 'tick', 'tick');
  fc.assert(fc.property(fc.array(fc.tuple(kind, fc.integer({ min: 0, max: SLEPT }))), (steps) => {
    let at = 0;
    let clock = run(newClock([2, 3, 4]), [['start', 0]]);
    let before = 0;
    for (const [what, wait] of steps) {
      at += wait;
      clock = run(clock, [[what, at]]);
      expect(clock.current).toBeGreaterThanOrEqual(before);
      before = clock.current;
      if (clock.phase === 'done') break;
      expect(clock.poses.reduce((sum, p) => sum + p.drawn + p.held, 0)).toBe(at);
    }
    for (const [i, pose] of clock.poses.entries()) expect(pose.over).toBe(i < clock.current || clock.phase === 'done');
  }));
});

test('no picture comes again before the set is through; the least drawn come first', () => {
  const set = [{ id: 'a', attempts: 2 }, { id: 'b', attempts: 0 }, { id: 'c', attempts: 1 }];
  expect(choosePictures(set, 5).map((p) => p.id)).toEqual(['b', 'c', 'a', 'b', 'c']);
  expect(choosePictures([], 3)).toEqual([]);
});
