import fc from 'fast-check';
import { scaleOf, transformPoint } from '../geometry/affine.ts';
import {
  inFrame,
  isUntouched,
  mirrored,
  preparedFrame,
  straightFrame,
  toPrepared,
  TURNS,
  UNTOUCHED,
  type Preparation,
} from './preparation.ts';
import { landmarksOf, seenLandmarks, seenOutlines, seenSights } from './seen.ts';
import { sightOf } from './sight.ts';

const SIZE = { width: 400, height: 300 };
const make = (to: Partial<Preparation>): Preparation => ({ ...UNTOUCHED, ...to });

describe('the frame of a prepared picture', () => {
  test('known ways: flipped, a quarter turn counter-clockwise, cropped', () => {
    expect(toPrepared(SIZE, UNTOUCHED, { x: 30, y: 40 })).toEqual({ x: 30, y: 40 });
    expect(toPrepared(SIZE, make({ flip: true }), { x: 30, y: 40 })).toEqual({ x: 370, y: 40 });
    const turned = preparedFrame(SIZE, make({ turn: 90 }));
    expect([turned.width, turned.height]).toEqual([300, 400]);
    // The right end of the picture comes to lie on top.
    const right = transformPoint(turned.toPrepared, { x: 400, y: 150 });
    expect(right.x).toBeCloseTo(150);
    expect(right.y).toBeCloseTo(0);
    const cropped = preparedFrame(SIZE, make({ crop: { x: 0.25, y: 0.5, width: 0.5, height: 0.25 } }));
    expect([cropped.width, cropped.height]).toEqual([200, 75]);
    expect(transformPoint(cropped.toPrepared, { x: 100, y: 150 })).toEqual({ x: 0, y: 0 });
  });

  const preparations = fc.record({
    flip: fc.boolean(),
    turn: fc.constantFrom(...TURNS),
    straighten: fc.double({ min: -45, max: 45, noNaN: true }),
    crop: fc.option(
      fc.record({
        x: fc.double({ min: 0, max: 0.5, noNaN: true }),
        y: fc.double({ min: 0, max: 0.5, noNaN: true }),
        width: fc.double({ min: 0.1, max: 0.5, noNaN: true }),
        height: fc.double({ min: 0.1, max: 0.5, noNaN: true }),
      }),
    ),
  });

  test('keeps lengths, and shows nothing from outside of the picture', () => {
    fc.assert(
      fc.property(
        preparations,
        fc.integer({ min: 20, max: 3000 }),
        fc.integer({ min: 20, max: 3000 }),
        (p, width, height) => {
          const frame = preparedFrame({ width, height }, make(p));
          expect(scaleOf(frame.toPrepared)).toBeCloseTo(1, 9);
          const [a, b, c, d, e, f] = frame.toPrepared;
          const det = a * d - b * c;
          for (const corner of [
            { x: 0, y: 0 },
            { x: frame.width, y: 0 },
            { x: 0, y: frame.height },
            { x: frame.width, y: frame.height },
          ]) {
            const [x, y] = [
              (d * (corner.x - e) - c * (corner.y - f)) / det,
              (a * (corner.y - f) - b * (corner.x - e)) / det,
            ];
            // The frame lies on whole pixels, so that its rim may reach out by one.
            expect(x).toBeGreaterThan(-1.5);
            expect(y).toBeGreaterThan(-1.5);
            expect(x).toBeLessThan(width + 1.5);
            expect(y).toBeLessThan(height + 1.5);
          }
        },
      ),
    );
  });

  test('the other way round, every place lies as far from the other edge; twice, it is as it was', () => {
    fc.assert(
      fc.property(
        preparations,
        fc.integer({ min: 50, max: 3000 }),
        fc.integer({ min: 50, max: 3000 }),
        (p, width, height) => {
          const [one, other] = [make(p), mirrored(make(p))].map((preparation) =>
            preparedFrame({ width, height }, preparation),
          ) as [ReturnType<typeof preparedFrame>, ReturnType<typeof preparedFrame>];
          expect(Math.abs(one.width - other.width)).toBeLessThanOrEqual(1);
          expect(Math.abs(one.height - other.height)).toBeLessThanOrEqual(1);
          for (const at of [
            { x: 0, y: 0 },
            { x: width / 3, y: height / 4 },
          ]) {
            const [a, b] = [transformPoint(one.toPrepared, at), transformPoint(other.toPrepared, at)];
            // The frame lies on whole pixels.
            expect(Math.abs(a.x + b.x - one.width)).toBeLessThanOrEqual(2);
            expect(b.y).toBeCloseTo(a.y, 6);
          }
          const again = mirrored(mirrored(make(p)));
          expect([again.flip, again.turn, again.straighten]).toEqual([
            p.flip,
            p.turn,
            p.straighten === 0 ? 0 : p.straighten,
          ]);
        },
      ),
    );
  });

  test('straightened, it keeps its shape and is as large as it can be', () => {
    fc.assert(
      fc.property(fc.double({ min: -45, max: 45, noNaN: true }), (degrees) => {
        const { width, height } = straightFrame(SIZE, degrees);
        expect(width / height).toBeCloseTo(4 / 3, 9);
        const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.abs(Math.sin((degrees * Math.PI) / 180))];
        const reach = [(width * c + height * s) / SIZE.width, (width * s + height * c) / SIZE.height];
        expect(Math.max(...reach)).toBeCloseTo(1, 9);
      }),
    );
  });

  test('what is untouched is known as such', () => {
    expect(isUntouched(make({}))).toBe(true);
    expect(isUntouched(make({ soft: 0.001 }))).toBe(false);
  });
});

describe('landmarks as they are seen', () => {
  const truth = [
    { name: 'left hip', at: { x: 100, y: 200 }, hidden: false },
    { name: 'crown', at: { x: 200, y: 10 }, hidden: false },
  ];

  test('turned over, the sitter’s sides are swapped, and what is cropped away is hidden', () => {
    const seen = seenLandmarks(
      truth,
      SIZE,
      make({ flip: true, crop: { x: 0, y: 0.5, width: 1, height: 0.5 } }),
    );
    expect(seen).toEqual([
      { name: 'right hip', at: { x: 300, y: 50 }, hidden: false },
      { name: 'crown', at: { x: 200, y: -140 }, hidden: true },
    ]);
    expect(inFrame({ width: 400, height: 150 }, seen[0]!.at)).toBe(true);
  });

  test('the student’s own go before those that the picture knows', () => {
    const own = landmarksOf(
      [{ kind: 'landmark', id: 'a', name: 'crown', at: { x: 1, y: 2 }, hidden: true }],
      truth,
      SIZE,
    );
    expect(own.map((l) => [l.name, l.at.x])).toEqual([
      ['crown', 1],
      ['left hip', 100],
    ]);
    // A hand is less sure than a picture that knows: 0.3 % of the longer side.
    expect(own.map((l) => l.spread)).toEqual([1.2, undefined]);
  });
});

test('a sight counts units, or tells a tilt; a point has neither', () => {
  const span = [
    { x: 0, y: 0 },
    { x: 30, y: -30 },
  ] as const;
  expect(sightOf({ kind: 'sight', id: 'a', unit: null, span, guess: null })).toBeCloseTo(45);
  expect(
    sightOf({
      kind: 'sight',
      id: 'a',
      unit: [
        { x: 0, y: 0 },
        { x: 0, y: 10 },
      ],
      span: [
        { x: 5, y: 5 },
        { x: 5, y: 80 },
      ],
      guess: null,
    }),
  ).toBeCloseTo(7.5);
  expect(
    sightOf({
      kind: 'sight',
      id: 'a',
      unit: [
        { x: 0, y: 0 },
        { x: 0, y: 0 },
      ],
      span,
      guess: null,
    }),
  ).toBeNull();
  expect(
    sightOf({
      kind: 'sight',
      id: 'a',
      unit: null,
      span: [
        { x: 1, y: 1 },
        { x: 1, y: 1 },
      ],
      guess: null,
    }),
  ).toBeNull();
});

test('outlines and sights go along with a prepared picture, turned over and turned about', () => {
  const turned = make({ flip: true, turn: 90 });
  const places = [
    { x: 10, y: 20 },
    { x: 110, y: 20 },
    { x: 60, y: 90 },
  ];
  const { toPrepared: to } = preparedFrame(SIZE, turned);
  expect(seenOutlines([places], SIZE, turned)).toEqual([places.map((p) => transformPoint(to, p))]);
  const id = 'a'.repeat(32);
  const [a, b, c] = places as [(typeof places)[0], (typeof places)[0], (typeof places)[0]];
  const length = { kind: 'sight', id, unit: [a, b], span: [b, c], guess: 2 } as const;
  const tilt = { kind: 'sight', id, unit: null, span: [a, b], guess: null } as const;
  const trait = { kind: 'trait', id, text: 'Tall.', at: a } as const;
  const [seen, level, ...rest] = seenSights([length, trait, tilt], SIZE, turned);
  expect(rest).toEqual([]);
  // A length keeps its units; what was level stands upright.
  expect(sightOf(seen!)).toBeCloseTo(sightOf(length)!, 9);
  expect(sightOf(tilt)).toBe(0);
  expect(Math.abs(sightOf(level!)!)).toBeCloseTo(90, 9);
});
