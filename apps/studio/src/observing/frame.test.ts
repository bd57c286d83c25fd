import fc from 'fast-check';
import { UNTOUCHED, preparedFrame, type Preparation } from '@deft/core/reference';
import type { Reference } from '@deft/contract';
import { knownLandmarks } from '../data/known-landmarks';
import { frameOf } from './frame';

const ORIGINAL = { width: 400, height: 300 };
const prepared: fc.Arbitrary<Preparation> = fc
  .record({
    flip: fc.boolean(),
    turn: fc.constantFrom(0, 90, 180, 270),
    straighten: fc.double({ min: -10, max: 10, noNaN: true }),
    crop: fc.option(
      fc.record({
        x: fc.double({ min: 0, max: 0.4, noNaN: true }),
        y: fc.double({ min: 0, max: 0.4, noNaN: true }),
        width: fc.double({ min: 0.2, max: 0.5, noNaN: true }),
        height: fc.double({ min: 0.2, max: 0.5, noNaN: true }),
      }),
    ),
  })
  .map((more) => ({ ...UNTOUCHED, ...more }) as Preparation);
const reference = (preparation: Preparation, more: Partial<Reference> = {}): Reference =>
  ({ original: ORIGINAL, preparation, marks: [], truth: null, ...more }) as unknown as Reference;

test('what is marked on a picture as it is seen lies where it was marked, whatever was done to the picture', () => {
  fc.assert(
    fc.property(
      prepared,
      fc.double({ min: 0, max: 400, noNaN: true }),
      fc.double({ min: 0, max: 300, noNaN: true }),
      (preparation, x, y) => {
        const { seen, kept } = frameOf(reference(preparation));
        const again = kept(seen({ x, y }));
        expect(Math.hypot(again.x - x, again.y - y)).toBeLessThan(1e-6);
      },
    ),
  );
});

test('the middle of an uncropped picture stays its middle', () => {
  fc.assert(
    fc.property(prepared, (preparation) => {
      const whole = { ...preparation, crop: null };
      const { width, height } = preparedFrame(ORIGINAL, whole);
      const { x, y } = frameOf(reference(whole)).seen({ x: 200, y: 150 });
      expect([Math.abs(x - width / 2) < 1, Math.abs(y - height / 2) < 1]).toEqual([true, true]);
    }),
  );
});

test('a student’s own landmark stands before the one that a made picture knows; the others stay', () => {
  const truth = {
    landmarks: [
      { name: 'crown', at: { x: 1, y: 2 } },
      { name: 'chin', at: { x: 3, y: 4 } },
    ],
  } as unknown as Reference['truth'];
  const marks = [
    { kind: 'landmark', id: 'a', name: 'crown', at: { x: 10, y: 20 }, hidden: false },
  ] as Reference['marks'];
  const known = knownLandmarks(reference(UNTOUCHED, { truth, marks }));
  expect(known.map(({ name, at }) => [name, at.x])).toEqual([
    ['crown', 10],
    ['chin', 3],
  ]);
});
