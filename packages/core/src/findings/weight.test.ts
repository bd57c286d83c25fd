import { figurePlaces, FIGURE_HEIGHT } from '../testing/figure.ts';
import type { Point } from '../geometry/point.ts';
import { doubtAmong, NO_DOUBT } from './doubt.ts';
import { landmarkItem, type Item } from './item.ts';
import { massShares } from './mass-centre.ts';
import { weightOf, type WeightReport } from './weight.ts';
import { feetSentence, loadSentences, supportSentence, weightDeed, weightSentence } from './weight-words.ts';

const itemsOf = (places: ReadonlyMap<string, Point>, spread = 2): Item[] =>
  [...places].map(([name, at]) => landmarkItem({ id: name, name, at, spread }));
const reference = itemsOf(figurePlaces(), 0.5);
const on = { height: FIGURE_HEIGHT, doubt: NO_DOUBT, seconds: null };

const moved = (wanted: (name: string) => boolean, by: Point): Item[] =>
  itemsOf(
    new Map(
      [...figurePlaces()].map(([name, { x, y }]) => [
        name,
        wanted(name) ? { x: x + by.x, y: y + by.y } : { x, y },
      ]),
    ),
  );
const isLeg = (name: string): boolean => /knee|ankle|foot/.test(name);

describe('the centre of mass', () => {
  test('is all of the body, and lies where a closed form puts it', () => {
    const places = figurePlaces();
    const shares = massShares(new Set(places.keys()))!;
    expect([...shares.values()].reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    // A body laid along a line, its hips at 0: only trunk and head lie above, only legs below.
    const tall = (name: string): number =>
      ({ crown: -9, chin: -7, neck: -6, shoulder: -5, elbow: -3, wrist: -1, hip: 0, knee: 4, ankle: 8 })[
        name.split(' ').at(-1)!
      ] ?? 0;
    const y = [...shares].reduce((sum, [name, share]) => sum + share * tall(name), 0);
    const parts = [
      [0.0681, -9 + 0.5935 * 2],
      [0.4302, -6 + 0.4319 * 6],
      [0.0526, -5 + 0.5763 * 2],
      [0.03, -3 + 0.4567 * 2],
      [0.0118, -1],
      [0.2894, 0.3854 * 4],
      [0.0914, 4 + 0.4438 * 4],
      [0.0266, 8],
    ] as const;
    const mass = parts.reduce((sum, [m]) => sum + m, 0);
    expect(mass).toBeCloseTo(1, 3);
    expect(y).toBeCloseTo(parts.reduce((sum, [m, at]) => sum + m * at, 0) / mass, 9);
  });

  test('goes on without an arm or a head, and is not told without trunk or thighs', () => {
    const all = new Set(figurePlaces().keys());
    const without = (...names: string[]) => massShares(new Set([...all].filter((n) => !names.includes(n))));
    const bare = without('left elbow', 'left wrist', 'crown', 'chin', 'right ankle')!;
    expect([...bare.values()].reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    expect(bare.get('pit of the neck')!).toBeGreaterThan(massShares(all)!.get('pit of the neck')!);
    for (const name of ['pit of the neck', 'left hip', 'right knee']) expect(without(name)).toBeNull();
  });
});

describe('the weight over the feet', () => {
  test('of a true copy is as in the picture, wherever the whole is', () => {
    const copy = weightOf(itemsOf(figurePlaces()), reference, on)!;
    expect(copy.shift.size).toBeCloseTo(0, 12);
    expect(copy.shift.sure).toBeNull();
    expect(weightSentence(copy, 'sitter facing')).toBe(
      'The weight lies over the feet as it does in the picture.',
    );
    expect(weightDeed(copy, 'sitter facing')).toBeNull();
    expect(
      weightOf(
        moved(() => true, { x: 70, y: -20 }),
        reference,
        on,
      )!.shift.size,
    ).toBeCloseTo(0, 12);
  });

  test('moves with the body by the share of mass that moves, and says which way', () => {
    const lean = weightOf(
      moved((name) => !isLeg(name), { x: 60, y: 0 }),
      reference,
      on,
    )!;
    // All but shins, feet and the far part of the thighs goes along.
    const still = (0.3854 * 0.2894 + 0.0914 + 0.0266) / 1.0001;
    expect(lean.shift.size).toBeCloseTo(6 * (1 - still), 2);
    expect(lean.shift.sure).toBe('clearly');
    expect(weightSentence(lean, 'picture')).toBe('The weight lies 4.6 % too far to the right over the feet.');
    expect(weightSentence(lean, 'sitter facing')).toContain('to the left over the feet');
    expect(weightDeed(lean, 'picture')).toBe(
      'Lean the body to the left, or set the feet further to the right.',
    );
    // In a minute’s gesture that is not yet worth a word.
    const gesture = { ...on, seconds: 60 };
    expect(
      weightOf(
        moved((name) => !isLeg(name), { x: 60, y: 0 }),
        reference,
        gesture,
      )!.shift.sure,
    ).toBeNull();
  });

  test('carries how surely the places are known, and what is unsure is said so or not at all', () => {
    const drawn = moved((name) => !isLeg(name), { x: 60, y: 0 });
    const with_ = (sd: number): WeightReport => {
      const covariance = drawn.flatMap((_, i) =>
        [0, 1].map((d) => drawn.flatMap((__, k) => [0, 1].map((e) => (i === k && d === e ? sd * sd : 0)))),
      );
      const doubt = doubtAmong(
        drawn.map(({ id }) => id),
        covariance,
      );
      return weightOf(drawn, reference, { ...on, doubt })!;
    };
    expect(with_(20).shift.error / with_(10).shift.error).toBeCloseTo(2, 2);
    expect(with_(10).shift.sure).toBe('clearly');
    expect(with_(18).shift.sure).toBe('perhaps');
    expect(weightSentence(with_(18), 'picture')).toMatch(/^Perhaps: the weight lies/);
    expect(with_(80).shift.sure).toBeNull();
    expect(weightSentence(with_(80), 'picture')).toContain('too close to tell');
  });

  test('a foot too high is told beside the other, and only where both stand in the picture', () => {
    const up = weightOf(
      moved((name) => name === 'left ankle', { x: 0, y: -50 }),
      reference,
      on,
    )!;
    expect(up.feet!.size).toBeCloseTo(5, 9);
    expect(feetSentence(up)).toBe('The left foot stands 5 % too high beside the right.');
    const lifted = reference.map((item) =>
      item.name === 'left ankle' ? { ...item, centre: { x: 470, y: 800 } } : item,
    );
    const one = weightOf(itemsOf(figurePlaces()), lifted, on)!;
    expect(one.feet).toBeNull();
    expect(feetSentence(one)).toBeNull();
    // It stands on the other foot alone.
    expect(one.reference.feet).toEqual({ x: 330, y: 1030 });
  });

  test('lies with a load where a closed form puts it, and is told with it and without it', () => {
    const places = figurePlaces();
    const copy = itemsOf(places);
    const bare = weightOf(copy, reference, on)!;
    const load = { on: 'left wrist', share: 0.25 };
    const laden = weightOf(copy, reference, { ...on, loads: [load] })!;
    const wrist = places.get('left wrist')!;
    for (const axis of ['x', 'y'] as const)
      expect(laden.drawn.weight[axis]).toBeCloseTo((bare.drawn.weight[axis] + 0.25 * wrist[axis]) / 1.25, 9);
    expect(laden.loads).toMatchObject([{ load, without: { size: bare.shift.size } }]);
    // An arm that reaches out further carries it further out.
    const reaching = moved((name) => name === 'left wrist', { x: 150, y: 0 });
    const far = weightOf(reaching, reference, { ...on, loads: [load] })!;
    const arm = massShares(new Set(places.keys()))!.get('left wrist')!;
    expect(far.shift.size).toBeCloseTo((15 * (arm + 0.25)) / 1.25, 1);
    expect(loadSentences(far, 'picture')).toEqual([
      expect.stringMatching(
        /^With the load at the left wrist it lies [\d.]+ % to the right, without it where/,
      ),
    ]);
    expect(loadSentences(bare, 'picture')).toEqual([]);
    // What is carried at a place that nobody knows is left out.
    const nowhere = weightOf(copy, reference, { ...on, loads: [{ on: 'tail', share: 1 }] })!;
    expect(nowhere.drawn.weight).toEqual(bare.drawn.weight);
  });

  test('falls within the feet, or outside of them by as much as the body stands beside them', () => {
    const copy = weightOf(itemsOf(figurePlaces()), reference, on)!;
    expect(copy.outside).toEqual({ drawn: 0, reference: 0 });
    expect(supportSentence(copy)).toBe('A plumb line through it falls within the feet, as in the picture.');
    const [one, other] = [300, 400].map((x) =>
      weightOf(
        moved((name) => !isLeg(name), { x, y: 0 }),
        reference,
        on,
      )!,
    );
    expect(one!.outside.drawn).toBeGreaterThan(5);
    const still = (0.3854 * 0.2894 + 0.0914 + 0.0266) / 1.0001;
    expect(other!.outside.drawn - one!.outside.drawn).toBeCloseTo(10 * (1 - still), 1);
    expect(supportSentence(one!)).toMatch(
      /falls [\d.]+ % outside of the feet; in the picture within the feet/,
    );
  });

  test('is not told without feet or a height', () => {
    const footless = itemsOf(new Map([...figurePlaces()].filter(([name]) => !name.includes('ankle'))));
    expect(weightOf(footless, reference, on)).toBeNull();
    expect(weightOf(itemsOf(figurePlaces()), reference, { ...on, height: 0 })).toBeNull();
    expect(weightOf([], [], on)).toBeNull();
  });
});
