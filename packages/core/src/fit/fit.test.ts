import fc from 'fast-check';
import { compose, invert, rotation, scaling, transformPoint, translation } from '../geometry/affine.ts';
import { distance, type Point } from '../geometry/point.ts';
import { gaussian, seeded } from '../random/seeded.ts';
import { tellMirrored } from './mirror.ts';
import { pairUp, type Pairable } from './pairing.ts';
import { fitRobust } from './robust.ts';
import { fitSimilarity } from './similarity.ts';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const cloud = fc
  .array(fc.record({ x: number(-100, 100), y: number(-100, 100) }), { minLength: 4, maxLength: 20 })
  .filter((points) => Math.max(...points.map((p) => distance(p, points[0]!))) > 5);
const motion = fc.tuple(number(-300, 300), number(-300, 300), number(0.2, 5), number(-179, 179));

describe('laying a drawing on its reference', () => {
  test('is exact on clean data in every freedom', () => {
    fc.assert(
      fc.property(cloud, motion, (reference, [x, y, by, turn]) => {
        for (const [freedom, made] of [
          ['none', compose()],
          ['move', translation(x, y)],
          ['move scale', compose(translation(x, y), scaling(by))],
          ['move scale turn', compose(translation(x, y), rotation(turn), scaling(by))],
        ] as const) {
          const fit = fitSimilarity(
            reference.map((p) => transformPoint(made, p)),
            reference,
            { freedom },
          );
          for (const r of fit.residuals) expect(Math.hypot(r.x, r.y)).toBeLessThan(1e-9 * 500);
          fit.transform.forEach((v, i) => expect(Math.abs(v - invert(made)[i]!)).toBeLessThan(1e-9 * 3000));
        }
      }),
    );
  });

  test('says scale and turn the way they lead from drawing to reference', () => {
    const reference = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 0, y: 30 },
    ];
    const drawn = reference.map((p) => transformPoint(compose(rotation(20), scaling(0.5)), p));
    const fit = fitSimilarity(drawn, reference, { freedom: 'move scale turn' });
    expect(fit.scale).toBeCloseTo(2, 12);
    expect(fit.turn).toBeCloseTo(-20, 12);
  });

  test('one pair gives the offset only', () => {
    const fit = fitSimilarity([{ x: 1, y: 2 }], [{ x: 5, y: 5 }]);
    expect(fit.transform).toEqual([1, 0, 0, 1, 4, 3]);
    expect(() => fitSimilarity([], [])).toThrow(RangeError);
  });

  test('one gross landmark in twelve does not smear over the others', () => {
    for (let seed = 1; seed <= 200; seed += 1) {
      const random = seeded(seed);
      const reference = Array.from({ length: 12 }, () => ({ x: random() * 80, y: random() * 200 }));
      const made = compose(translation(30, -10), scaling(0.4 + random()));
      const drawn = reference.map((p) =>
        transformPoint(made, { x: p.x + 0.5 * gaussian(random), y: p.y + 0.5 * gaussian(random) }),
      );
      const clean = fitSimilarity(drawn, reference);
      drawn[seed % 12] = transformPoint(made, {
        x: reference[seed % 12]!.x + 60,
        y: reference[seed % 12]!.y - 40,
      });
      const fit = fitRobust(drawn, reference, { noise: 0.5 });
      reference.forEach((_, i) => {
        if (i !== seed % 12)
          expect(distance(fit.residuals[i]!, clean.residuals[i]!)).toBeLessThan(0.004 * 200);
      });
      const exact = reference.map((p) => transformPoint(made, p));
      exact[seed % 12] = drawn[seed % 12]!;
      fitRobust(exact, reference, { noise: 0.5 }).residuals.forEach((r, i) => {
        if (i !== seed % 12) expect(Math.hypot(r.x, r.y)).toBeLessThan(0.002 * 200);
      });
    }
  });
});

describe('a mirrored drawing', () => {
  const figure = [
    { x: 50, y: 0 },
    { x: 48, y: 40 },
    { x: 30, y: 90 },
    { x: 66, y: 95 },
    { x: 20, y: 200 },
  ];

  test('is always recognised from four spread landmarks, and a plain one never taken for it', () => {
    fc.assert(
      fc.property(motion, fc.boolean(), ([x, y, by, turn], flipped) => {
        const made = compose(translation(x, y), rotation(turn), scaling(flipped ? -by : by, by));
        expect(
          tellMirrored(
            figure.slice(0, 4).map((p) => transformPoint(made, p)),
            figure.slice(0, 4),
            0.5,
          ),
        ).toEqual({ mirrored: flipped });
      }),
    );
  });

  test('cannot be told from three landmarks, or from a line', () => {
    expect(tellMirrored(figure.slice(0, 3), figure.slice(0, 3), 0.5).mirrored).toBeNull();
    const line = figure.map((p, i) => ({ x: i, y: p.y }));
    expect(tellMirrored(line, line, 0.5).mirrored).toBeNull();
  });
});

describe('pairing', () => {
  const item = (
    id: string,
    kind: string,
    name: string | null,
    x: number,
    y: number,
    size: number,
    tilt: number | null = null,
  ): Pairable => ({
    id,
    kind,
    name,
    centre: { x, y } as Point,
    size,
    tilt,
  });
  const trace = [
    item('h', 'ellipse', 'head', 50, 15, 10),
    item('r', 'ellipse', 'ribcage', 50, 55, 20),
    item('p', 'ellipse', 'pelvis', 50, 95, 15),
    item('a', 'trapezoid', 'left arm', 80, 60, 12, 60),
    item('b', 'trapezoid', 'right arm', 20, 60, 12, -60),
  ];

  test('goes by name first, whatever the sizes', () => {
    const drawn = [item('1', 'ellipse', 'ribcage', 10, 10, 3), item('2', 'ellipse', 'head', 10, 20, 30)];
    expect(pairUp(drawn, trace, 200)).toEqual([
      { drawn: '1', reference: 'r', by: 'name' },
      { drawn: '2', reference: 'h', by: 'name' },
    ]);
  });

  test('guesses unnamed forms by the cheapest whole assignment, in any order', () => {
    const drawn = ['b', 'p', 'a', 'h', 'r'].map((key) => {
      const { centre, size, tilt, kind } = trace.find((t) => t.id === key)!;
      return item(
        key.toUpperCase(),
        kind,
        null,
        300 + 0.5 * centre.x + 2,
        100 + 0.5 * centre.y - 1,
        0.5 * size,
        tilt,
      );
    });
    const pairs = pairUp(drawn, trace, 200);
    expect(pairs).toHaveLength(5);
    for (const pair of pairs)
      expect(pair).toEqual({ drawn: pair.reference.toUpperCase(), reference: pair.reference, by: 'guess' });
  });

  test('leaves out what has no counterpart', () => {
    const drawn = [
      item('1', 'ellipse', 'head', 50, 15, 10),
      item('2', 'ellipse', 'ribcage', 50, 55, 20),
      item('3', 'ellipse', null, 400, 400, 5),
    ];
    expect(pairUp(drawn, trace, 200).map((p) => p.drawn)).toEqual(['1', '2']);
    expect(pairUp([], trace, 200)).toEqual([]);
    expect(pairUp(drawn, [], 200)).toEqual([]);
  });
});
