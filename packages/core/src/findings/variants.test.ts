import { about, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { hangingOn, SUBJECTS } from '../subjects/subjects.ts';
import { drawFrom, FIGURE_HEIGHT, tracedFigure } from '../testing/figure.ts';
import { check } from './check.ts';
import { placesBy } from './item.ts';
import { asMeant } from './meant.ts';
import { bearingInWords, variantSentences } from './variant-words.ts';
import { variantsOf, type VariantDrawing } from './variants.ts';

const subject = SUBJECTS.figure;
const trace = tracedFigure();
const places = placesBy(trace);
const shoulder = places.get('left shoulder')!;
const foot = {
  x: (places.get('left ankle')!.x + places.get('right ankle')!.x) / 2,
  y: (places.get('left ankle')!.y + places.get('right ankle')!.y) / 2,
};
const all = trace.map(({ name }) => name!);

const leaned = (degrees: number) => ({ names: all, by: about(foot, rotation(degrees)) });
const armBy = (degrees: number) => ({
  names: ['left upper arm', ...hangingOn(subject, 'left upper arm')],
  by: about(shoulder, rotation(degrees)),
});

/** A drawing of the figure, wherever and however large it stands on its page. */
function drawing(key: string, changes: Parameters<typeof drawFrom>[1], scale = 0.15): VariantDrawing<string> {
  const page = compose(translation(20 * scale, 12), scaling(scale));
  const meant = asMeant(drawFrom(trace, changes, page, 0.2), trace, {
    departures: [],
    subject,
    height: FIGURE_HEIGHT,
  });
  const report = check({
    drawn: meant.drawn,
    reference: meant.reference,
    height: FIGURE_HEIGHT,
    seconds: null,
    subject,
  });
  return { key, report, meant };
}
const on = { subject, seconds: null };

test('copies, wherever and however large they stand, differ in nothing', () => {
  const { each, picture, varied } = variantsOf([drawing('a', []), drawing('b', [], 0.2)], on)!;
  expect(varied).toEqual([]);
  expect(each.map(({ key }) => key)).toEqual(['a', 'b']);
  for (const { lean, area } of each) {
    expect(lean).toBeCloseTo(picture.lean!, 0);
    expect(area! / picture.area!).toBeCloseTo(1, 1);
  }
});

test('drawings that lean lean by as much against each other, to the side to which they do', () => {
  const { each } = variantsOf([drawing('left', [leaned(8)]), drawing('right', [leaned(-6)])], on)!;
  expect(each[1]!.lean! - each[0]!.lean!).toBeCloseTo(14, 0);
  expect(each[0]!.lean!).toBeLessThan(each[1]!.lean!);
});

test('an arm that is varied is named, with how far it is turned from one to another', () => {
  const variants = variantsOf([drawing('a', []), drawing('b', [armBy(20)]), drawing('c', [armBy(-15)])], on)!;
  expect(variants.varied[0]).toMatchObject({ about: 'left upper arm', way: 'turned' });
  expect(variants.varied[0]!.by).toBeCloseTo(35, -1);
  expect(variants.varied.every(({ about: name }) => name.startsWith('left'))).toBe(true);
  expect(variantSentences(variants).at(-1)).toMatch(/^You varied most the left upper arm, by \d+°/);
});

test('one that cannot be told is left out, and of one alone nothing is said', () => {
  const untold: VariantDrawing<string> = {
    ...drawing('x', []),
    report: { toReference: null, averageMiss: null },
  };
  expect(variantsOf([drawing('a', []), untold], on)).toBeNull();
  expect(variantsOf([], on)).toBeNull();
  expect(variantsOf([drawing('a', []), untold, drawing('b', [])], on)!.each).toHaveLength(2);
});

test('bearings are said plainly, and what is not known is not said', () => {
  expect(bearingInWords({ lean: 4.2, area: 12.3 })).toBe('leans 4.2° to the right, 12 square heads');
  expect(bearingInWords({ lean: -0.4, area: null })).toBe('stands upright');
  expect(bearingInWords({ lean: null, area: null })).toBe('');
  const none = { lean: null, area: null };
  expect(variantSentences({ each: [], picture: none, varied: [] })).toEqual([
    'Beyond that they are alike, as far as one can tell.',
  ]);
});
