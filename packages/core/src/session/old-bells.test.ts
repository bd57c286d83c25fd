import fc from 'fast-check';
import { LATEST } from './clock.ts';
import { oldBells, type UnbelledPose } from './old-bells.ts';

const DAY = 86_400_000;
const pose = (drawnAt: readonly number[], more: Partial<UnbelledPose> = {}): UnbelledPose => ({
  drawnAt,
  drawnMs: 30_000,
  heldMs: 0,
  addedMs: 0,
  ...more,
});
/** Which of a pose's strokes were drawn before its bell. */
const inTime = (poses: readonly UnbelledPose[]): number[] =>
  oldBells(poses).map((bell, i) => poses[i]!.drawnAt.filter((at) => at <= (bell ?? -1)).length);

test('what was drawn in a study afterwards is told from what was drawn against the clock', () => {
  expect(inTime([pose([1000, 20_000, DAY]), pose([35_000, 60_000, DAY + 5, 2 * DAY])])).toEqual([2, 2]);
  expect(inTime([pose([1000, 31_000 + LATEST, 32_000 + LATEST])])).toEqual([2]);
  expect(oldBells([pose([]), pose([500])])).toEqual([null, 30_500 + LATEST]);
  expect(oldBells([])).toEqual([]);
});

test('held time counts; what was interrupted for long goes on until the next pose begins', () => {
  expect(inTime([pose([0, 300_000], { heldMs: 280_000 })])).toEqual([2]);
  // The device slept between two strokes, which nobody counted.
  expect(inTime([pose([0, DAY, 3 * DAY]), pose([DAY + 40_000])])).toEqual([2, 1]);
});

test('a pose that one has gone back to is closed with its session', () => {
  const poses = [pose([0, 70_000, DAY], { drawnMs: 60_000, addedMs: 30_000 }), pose([35_000, 60_000])];
  expect(inTime(poses)).toEqual([2, 2]);
});

test('of made sessions, altered at random afterwards, every stroke is told rightly', () => {
  const anyPose = fc.record({
    strokes: fc.array(fc.integer({ min: 0, max: 30_000 }), { minLength: 1, maxLength: 8 }),
    heldMs: fc.integer({ min: 0, max: 600_000 }),
    later: fc.array(fc.integer({ min: 1, max: 100 }), { maxLength: 5 }),
  });
  fc.assert(
    fc.property(fc.array(anyPose, { minLength: 1, maxLength: 6 }), (made) => {
      let begins = 1_700_000_000_000;
      const poses = made.map(({ strokes, heldMs, later }) => {
        const drawn = [...strokes].sort((a, b) => a - b).map((at) => begins + heldMs + at);
        const altered = [...later].sort((a, b) => a - b).map((days) => begins + days * DAY);
        begins += 30_000 + heldMs;
        return pose([...drawn, ...altered], { heldMs });
      });
      expect(inTime(poses)).toEqual(made.map(({ strokes }) => strokes.length));
    }),
  );
});
