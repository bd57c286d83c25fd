import { compose, rotation, scaling, transformPoint, translation } from '../geometry/affine.ts';
import { distance } from '../geometry/point.ts';
import { seeded } from '../random/seeded.ts';
import { measureForm } from '../page/form-geometry.ts';
import { MADE_SUBJECT, madeTrace, truly } from '../testing/made-subject.ts';
import { alignPlaces } from './align.ts';
import { betweenKinds } from './between-kinds.ts';
import { estimate, estimateRatio, estimateTilt } from './estimate.ts';
import { HEAD_FROM_FRONT } from './head-from-front.ts';
import { layRecipe, recipeBox, unitToFill } from './lay.ts';
import { wrapTilt } from '../geometry/angle.ts';
import { equalSentence, recipeSentences, stepSentence, whereWords } from './recipe-words.ts';
import { makeRecipe, type Recipe } from './recipe.ts';
import { inUnits, shareWords } from './number-words.ts';

const traces = (count: number, seed: number, scatter = 0.03, subject = MADE_SUBJECT) => {
  const random = seeded(seed);
  return Array.from({ length: count }, () => madeTrace(subject, { scatter, random }));
};
const ORDER = MADE_SUBJECT.map(({ name }) => name);
const recipeOf = (...of: Parameters<typeof traces>): Recipe =>
  makeRecipe(traces(...of), { order: ORDER }) as Recipe;

describe('an estimate', () => {
  it('has the mean, the deviation and the interval of a table', () => {
    const { mean, spread, interval } = estimate([1, 2, 3, 4, 5])!;
    expect(mean).toBe(3);
    expect(spread).toBeCloseTo(Math.sqrt(2.5), 12);
    // Student's quantile of four degrees of freedom: 2.776.
    expect(interval![1] - 3).toBeCloseTo((2.7764451 * Math.sqrt(2.5)) / Math.sqrt(5), 5);
    expect(estimate([])).toBeNull();
    expect(estimate([7])).toEqual({ mean: 7, spread: null, interval: null, of: 1 });
  });

  it('of ratios is as far from half as from double', () => {
    expect(estimateRatio([0.5, 2])!.mean).toBeCloseTo(1, 12);
    expect(estimateRatio([0.5, 2])!.spread).toBeGreaterThan(1);
  });

  it('of tilts goes over the end of the scale', () => {
    const { mean, spread } = estimateTilt([88, -88, 90], wrapTilt)!;
    expect(Math.abs(mean)).toBeCloseTo(90, 6);
    expect(spread).toBeCloseTo(2, 6);
  });
});

it('lays places that differ only in where, how large and how turned they are on each other', () => {
  const shape = [
    { x: 0, y: 0 },
    { x: 4, y: 1 },
    { x: 2, y: 5 },
    { x: -3, y: 2 },
  ];
  const all = [0, 10, -10].map((turn, i) => {
    const by = compose(translation(3 * i, -i), rotation(turn), scaling(1 + i));
    return new Map(shape.map((p, k) => [`part ${k}`, transformPoint(by, p)] as const));
  });
  // One that lacks a part is laid all the same.
  all[1]!.delete('part 2');
  const { mean, layings } = alignPlaces(all);
  all.forEach((places, i) => {
    for (const [name, p] of places)
      expect(distance(transformPoint(layings[i]!.transform, p), mean.get(name)!)).toBeLessThan(1e-6);
  });
  expect(layings.map(({ turn }) => turn)[1]).toBeCloseTo(-10, 4);
  expect(alignPlaces([])).toEqual({ mean: new Map(), layings: [] });
});

describe('a recipe', () => {
  it('of traces without scatter is the subject itself', () => {
    const recipe = recipeOf(4, 1, 0);
    expect(recipe.unit).toBe('head');
    expect(recipe.parts.map(({ name }) => name)).toEqual(ORDER);
    const unit = truly(MADE_SUBJECT[0]!).length;
    const turned = wrapTilt(recipe.parts[0]!.tilt!.mean - truly(MADE_SUBJECT[0]!).tilt!);
    MADE_SUBJECT.forEach((made, i) => {
      const [part, truth] = [recipe.parts[i]!, truly(made)];
      expect(part.length.mean).toBeCloseTo(truth.length / unit, 6);
      expect(part.length.spread).toBeCloseTo(0, 6);
      if (made.kind !== 'line') expect(part.width!.mean).toBeCloseTo(truth.width / unit, 6);
      const there = transformPoint(rotation(turned), truth.centre);
      expect([part.x.mean, part.y.mean]).toEqual([
        expect.closeTo(there.x / unit, 5),
        expect.closeTo(there.y / unit, 5),
      ]);
      if (part.tilt) expect(wrapTilt(part.tilt.mean - truth.tilt! - turned)).toBeCloseTo(0, 5);
      // And its form measures what it says.
      const form = measureForm(part);
      expect(form.length).toBeCloseTo(part.length.mean, 6);
      expect(distance(form.centre, { x: part.x.mean, y: part.y.mean })).toBeLessThan(1e-6);
      if (part.tilt) expect(wrapTilt(form.tilt - part.tilt.mean)).toBeCloseTo(0, 5);
    });
  });

  it('finds the parts that hardly vary', () => {
    const loose = MADE_SUBJECT.map((part) =>
      part.name === 'tail' || part.name === 'left ear' ? { ...part, scatter: 0.2 } : part,
    );
    const { character } = recipeOf(12, 3, 0.02, loose);
    expect([...character].sort()).toEqual(['head', 'neck', 'pelvis', 'ribcage']);
  });

  it('is not harmed by a part that half of the traces lack, not even by its unit', () => {
    const all = traces(12, 5);
    for (const lacking of ['neck', 'head']) {
      const half = all.map((parts, i) => (i % 2 === 0 ? parts : parts.filter((p) => p.name !== lacking)));
      const [whole, less] = [all, half].map((some) => makeRecipe(some, { order: ORDER, unit: 'head' })!);
      const part = less!.parts.find(({ name }) => name === 'ribcage')!;
      const before = whole!.parts.find(({ name }) => name === 'ribcage')!;
      expect(part.x.of).toBe(12);
      expect(part.length.mean / before.length.mean).toBeCloseTo(1, 1);
      expect(Math.abs(part.x.mean - before.x.mean)).toBeLessThan(0.06);
      expect(less!.parts.find(({ name }) => name === lacking)!.x.of).toBe(6);
    }
  });

  it('can be made of one trace, and of none', () => {
    const one = recipeOf(1, 7);
    expect(one.parts.every(({ length, varies }) => length.interval === null && varies === null)).toBe(true);
    expect(recipeSentences(one).at(-1)).toContain('one trace only');
    expect(makeRecipe([])).toBeNull();
    expect(makeRecipe([[]])).toBeNull();
  });

  it('says which measures are alike, and never of two sides', () => {
    const random = seeded(11);
    const part = (name: string, length: number, width: number) =>
      ({ name, kind: 'ellipse', length, width, tilt: 0, x: length, y: width }) as const;
    const subject = [
      part('eye', 1, 0.4),
      part('neck', 3, 1),
      part('left ear', 2, 0.7),
      part('right ear', 2, 0.7),
    ];
    const recipe = makeRecipe(
      Array.from({ length: 8 }, () => madeTrace(subject, { scatter: 0.01, random })),
    )!;
    const said = recipe.equal.map(equalSentence);
    expect(said).toContain('The eye is as long as the neck is wide.');
    expect(said).toHaveLength(1);
  });

  it('tells what changes between two kinds and what stays', () => {
    const hanging = MADE_SUBJECT.map((part) =>
      part.name === 'left ear' ? { ...part, length: 0.8, tilt: -60, y: 0.2 } : part,
    );
    const [up, down] = [recipeOf(8, 21), recipeOf(8, 22, 0.03, hanging)];
    const { changes, stays, only } = betweenKinds(up, down);
    expect([...new Set(changes.map(({ part }) => part))]).toEqual(['left ear']);
    expect(changes.map(({ what }) => what)).toEqual(expect.arrayContaining(['length', 'tilt', 'place']));
    expect(stays).toContain('ribcage');
    expect(only).toEqual([[], []]);
    expect(betweenKinds(up, recipeOf(8, 23)).changes).toEqual([]);
  });

  it('is laid on a page at its size, its middle where it is wanted', () => {
    const recipe = recipeOf(5, 9);
    const unit = unitToFill(recipe, { minX: 0, minY: 0, maxX: 200, maxY: 300 }, 0.8);
    const forms = layRecipe(recipe, unit, { x: 100, y: 150 });
    const box = recipeBox({ parts: forms.map((form, i) => ({ ...recipe.parts[i]!, ...form })) });
    expect(Math.max((box.maxX - box.minX) / 200, (box.maxY - box.minY) / 300)).toBeCloseTo(0.8, 6);
    expect((box.minX + box.maxX) / 2).toBeCloseTo(100, 6);
    expect(measureForm(forms[0]!).length).toBeCloseTo(unit, 6);
    expect(unitToFill({ parts: [] }, { minX: 0, minY: 0, maxX: 1, maxY: 1 }, 1)).toBe(0);
  });
});

describe('the head that ships', () => {
  const place = (name: string) => {
    const { x, y, length, width } = HEAD_FROM_FRONT.parts.find((part) => part.name === name)!;
    return { x: x.mean, y: y.mean, length: length.mean, width: width?.mean ?? 0 };
  };

  it('has its eyes halfway, a face of three equal parts and five eyes across', () => {
    expect(place('eye line').y).toBeCloseTo(0, 9);
    const [hair, brow] = [place('hairline').y, place('brow line').y];
    const noseFoot = place('nose').y + place('nose').length / 2;
    expect(brow - hair).toBeCloseTo(noseFoot - brow, 9);
    expect(0.5 - noseFoot).toBeCloseTo(noseFoot - brow, 9);
    expect(0.5 - hair).toBeCloseTo(8 / 10, 9);
    expect(5 * place('left eye').length).toBeCloseTo(place('head').width, 9);
    expect(place('left eye').x - place('right eye').x).toBeCloseTo(2 * place('left eye').length, 9);
    expect(place('mouth').y - noseFoot).toBeCloseTo((0.5 - noseFoot) / 3, 9);
  });

  it('draws the forms that it measures, symmetric about its centre line', () => {
    for (const part of HEAD_FROM_FRONT.parts) {
      const form = measureForm(part);
      // Rounds are measured as polygons.
      expect(form.length).toBeCloseTo(part.length.mean, 2);
      expect(form.width).toBeCloseTo(part.width?.mean ?? 0, 2);
      expect(form.centre.x).toBeCloseTo(part.x.mean, 4);
      expect(form.centre.y).toBeCloseTo(part.y.mean, 4);
    }
    expect(HEAD_FROM_FRONT.parts.reduce((sum, { x }) => sum + x.mean, 0)).toBeCloseTo(0, 9);
  });
});

it.each([
  [0.5, 'half a head'],
  [0.33, 'a third of a head'],
  [1, 'one head'],
  [0.95, 'one head'],
  [1.27, 'one and a quarter heads'],
  [2.5, 'two and a half heads'],
  [3.97, 'four heads'],
  [0.05, '0.05 heads'],
  [12.1, '12 heads'],
])('%f is said as %s', (value, words) => expect(inUnits(value, 'head')).toBe(words));

it('speaks in sentences', () => {
  expect(shareWords(0.2)).toBe('a fifth');
  expect(inUnits(2, 'body')).toBe('two bodies');
  expect(inUnits(0.5, 'ear')).toBe('half an ear');
  const recipe = recipeOf(6, 31);
  const [said] = recipeSentences(recipe).filter((sentence) => sentence.startsWith('The ribcage is'));
  expect(said).toMatch(/^The ribcage is two heads long(, give or take .+)?\.$/);
  expect(stepSentence(recipe.parts[0]!, 'head')).toBe('Ellipse. All else is measured by its length.');
  const eye = HEAD_FROM_FRONT.parts.find(({ name }) => name === 'left eye')!;
  expect(whereWords(eye, 'head')).toContain('to the right of the middle of the head');
  const twins = recipeSentences({ ...HEAD_FROM_FRONT, traces: 5 });
  expect(twins.filter((sentence) => sentence.includes(' ear is'))).toEqual([
    'The ear is a quarter of a head long.',
    'The left ear is as long as the nose.',
  ]);
});
