import { about, compose, invert, rotation, scaling, translation } from '../geometry/affine.ts';
import { SUBJECTS, hangingOn } from '../subjects/subjects.ts';
import { FIGURE_HEIGHT, drawFrom, tracedFigure, unsteady } from '../testing/figure.ts';
import { isFalse, realSizes, type Real } from '../testing/planted.ts';
import { seeded } from '../random/seeded.ts';
import { check, type CheckReport } from './check.ts';
import type { Finding } from './finding.ts';
import { moveItem, type Item } from './item.ts';
import { errorPhrase, findingSentence, shareInWords, summarySentence, thingToDo } from './sentences.ts';
import { isJudged, TOLERANCES } from './tolerance.ts';

const figure = SUBJECTS.figure;
const trace = tracedFigure();
const centreOf = (name: string, kind = 'landmark') =>
  trace.find((i) => i.name === name && (kind === 'landmark') === (i.kind === 'landmark'))!.centre;
/** A page on which the figure stands 150 mm tall, moved and scaled. */
const PAGE = compose(translation(20, 12), scaling(0.15));

const head = { names: ['head', 'crown', 'chin'], by: about(centreOf('head', 'form'), scaling(1.1)) };
const shoulders = (() => {
  const [l, r] = [centreOf('left shoulder'), centreOf('right shoulder')];
  const axis = figure.axes[0]!;
  const names = [
    ...axis.ends,
    ...axis.carries,
    ...axis.carries.flatMap((name) => [...hangingOn(figure, name)]),
  ];
  return { names, by: about({ x: (l.x + r.x) / 2, y: (l.y + r.y) / 2 }, rotation(6)) };
})();

const run = (
  drawn: readonly Item[],
  seconds: number | null = null,
  reference: readonly Item[] = trace,
): CheckReport => check({ drawn, reference, height: FIGURE_HEIGHT, seconds, subject: figure });
const says = (f: Finding): string => `${f.kind} ${f.about}`;

describe('a drawing made from its trace by one known change', () => {
  test('a copy, moved and scaled, has nothing to list', () => {
    const report = run(drawFrom(trace, [], PAGE, 0.3));
    expect(report.findings).toEqual([]);
    expect(report.folded).toEqual([]);
    expect(report.averageMiss!.value).toBeLessThan(report.averageMiss!.error * 2);
  });

  test('head 10 % larger about its centre: listed first, right within half a per cent, the rest explained', () => {
    const report = run(drawFrom(trace, [head], PAGE, 0.3));
    expect(report.findings.map(says)).toEqual(['proportion head']);
    expect(report.findings[0]!.size).toBeGreaterThan(9.5);
    expect(report.findings[0]!.size).toBeLessThan(10.5);
    for (const f of report.folded) expect(f.explainedBy).toBe(report.findings[0]!.id);
    expect(report.unsure.filter((f) => Math.abs(f.size) >= f.tolerance)).toEqual([]);
    expect(thingToDo(report.findings, report.sides)).toBe('Make the head an eleventh smaller.');
  });

  test('shoulder line and arms turned 6°: listed first, right within half a degree, the arms folded under it', () => {
    const report = run(drawFrom(trace, [shoulders], PAGE, 0.3));
    expect(report.findings.map(says)).toEqual(['tilt shoulder line']);
    expect(Math.abs(report.findings[0]!.size - 6)).toBeLessThan(0.5);
    const folded = report.folded.map(says);
    expect(folded).toEqual(
      expect.arrayContaining([
        'place left wrist',
        'place right wrist',
        'tilt left upper arm',
        'tilt right forearm',
      ]),
    );
    for (const f of report.folded) expect(f.explainedBy).toBe(report.findings[0]!.id);
    expect(thingToDo(report.findings, report.sides)).toMatch(
      /^Flatten the shoulder line by (6|5\.9|6\.1)°\.$/,
    );
  });

  test('two changes are both named, each once', () => {
    const report = run(drawFrom(trace, [head, shoulders], PAGE, 0.3));
    expect(report.findings.map(says).sort()).toEqual(['proportion head', 'tilt shoulder line']);
  });

  test('without any names the same changes are found on the forms themselves', () => {
    const bare = (items: readonly Item[]): Item[] =>
      items.filter((i) => i.kind !== 'landmark').map((i) => ({ ...i, name: null }));
    const report = run(bare(drawFrom(trace, [head], PAGE, 0.3)), null, bare(trace));
    expect(report.pairs.every((p) => p.by === 'guess')).toBe(true);
    expect(report.findings.map((f) => [f.kind, f.drawn[0]])).toEqual([['proportion', 'drawn head']]);
  });

  test('a mirrored drawing is said to be mirrored, and checked all the same', () => {
    const report = run(drawFrom(trace, [head], compose(translation(200, 0), scaling(-0.15, 0.15)), 0.3));
    expect(report.mirrored).toBe(true);
    expect(report.findings.map(says)).toEqual(['proportion head']);
    expect(summarySentence(report, 1)).toContain('The drawing is mirrored');
  });
});

describe('marks placed as unsteadily as by a finger', () => {
  const SPREAD = 2;

  /** What each topic really is in the drawing before it was jittered. */
  const realOf = (clean: readonly Item[]): Real =>
    realSizes(
      clean.map((drawn) => ({
        drawn: moveItem(drawn, invert(PAGE)),
        reference: trace.find((i) => `drawn ${i.id}` === drawn.id)!,
      })),
      figure,
      FIGURE_HEIGHT,
    );

  // Both changes are real. With marks as loose as 2 mm the head's is within what they leave open, and the
  // shoulders' 6° may in more than half be something else that is about as likely.
  test.each([
    ['head', head, 'proportion head', SPREAD, [0, 3]],
    ['head', head, 'proportion head', 0.3, [35, 40]],
    ['shoulders', shoulders, 'tilt shoulder line', SPREAD, [12, 40]],
  ] as const)(
    'the change of the %s is found or said to be too small to tell; hardly anything wrong is said clearly',
    (_, change, planted, spread, [least, most]) => {
      const clean = drawFrom(trace, [change], PAGE, spread);
      const real = realOf(clean);
      let [found, listed, wrong] = [0, 0, 0];
      for (let seed = 1; seed <= 40; seed += 1) {
        const report = run(unsteady(clean, spread, seeded(seed)));
        if (report.findings.some((f) => says(f) === planted)) found += 1;
        else expect([...report.perhaps, ...report.unsure, ...report.folded].map(says)).toContain(planted);
        listed += report.findings.length;
        wrong += report.findings.filter((f) => isFalse(f, real)).length;
      }
      expect(wrong).toBeLessThanOrEqual(0.03 * listed);
      expect(found).toBeGreaterThanOrEqual(least);
      expect(found).toBeLessThanOrEqual(most);
    },
  );
});

describe('honesty', () => {
  test('with too little to go on it says what is missing', () => {
    expect(run([]).cannotSay).toEqual([expect.stringContaining('set a few landmarks')]);
    const two = run(drawFrom(trace.slice(0, 2), [], PAGE, 0.3));
    expect(two.findings).toEqual([]);
    expect(two.cannotSay[0]).toContain('takes three landmarks');
    expect(
      check({ drawn: trace, reference: trace, height: 0, seconds: null, subject: figure }).cannotSay[0],
    ).toContain('lowest point');
  });

  test('the average miss has the noise of placing taken out', () => {
    const values: number[] = [];
    for (let seed = 1; seed <= 40; seed += 1) {
      const report = run(unsteady(drawFrom(trace, [], PAGE, 1), 1, seeded(seed)));
      values.push(report.averageMiss!.value ** 2);
    }
    // Raw, this noise would be a mean square of 2 × (1 / 1.5)² × 0.74 ≈ 0.65 per cent².
    expect(values.reduce((a, b) => a + b) / values.length).toBeLessThan(0.15);
  });

  test('in a short gesture a flatter shoulder line is a finding, a steeper one is not', () => {
    const turned = (degrees: number): Item[] =>
      drawFrom(
        trace,
        [{ ...shoulders, by: compose(about({ x: 400, y: 265 }, rotation(degrees))) }],
        PAGE,
        0.3,
      );
    expect(run(turned(-10), 45).findings.map(says)).toEqual(['tilt shoulder line']);
    expect(run(turned(12), 45).findings).toEqual([]);
    expect(
      run(drawFrom(trace, [{ ...head, by: about(centreOf('head', 'form'), scaling(1.4)) }], PAGE, 0.3), 45)
        .findings,
    ).toEqual([]);
    expect(isJudged('place', 60, 9, null)).toBe(false);
    for (let i = 1; i < TOLERANCES.length; i += 1)
      expect(TOLERANCES[i]!.tilt).toBeLessThan(TOLERANCES[i - 1]!.tilt);
  });
});

describe('sentences', () => {
  const place: Finding = {
    id: 'place:x',
    kind: 'place',
    about: 'left wrist',
    thing: 'landmark',
    drawn: ['x'],
    size: 4.12,
    error: 0.5,
    tolerance: 2,
    offset: { x: 4, y: 1 },
    reference: null,
    sure: 'clearly',
    settledBy: null,
    explainedBy: null,
    mark: { kind: 'arrow', from: { x: 0, y: 0 }, to: { x: 1, y: 1 } },
  };

  test('left and right are the sitter’s', () => {
    expect(findingSentence(place, 'sitter facing')).toBe('Left wrist 4.1 % too far to the left');
    expect(findingSentence(place, 'picture')).toBe('Left wrist 4.1 % too far to the right');
    expect(thingToDo([place], 'sitter facing')).toBe('Move the left wrist to the right.');
    expect(errorPhrase(place)).toBe('± 0.5 %');
  });

  test('a second finding about the same thing is joined to what to do', () => {
    const small: Finding = {
      ...place,
      id: 'size:h',
      kind: 'proportion',
      about: 'head',
      thing: 'form',
      size: -12.5,
      offset: null,
    };
    const low: Finding = { ...place, about: 'head', offset: { x: 0, y: 3 } };
    expect(thingToDo([small, low], 'picture')).toBe('Make the head a seventh larger, and lift it.');
    expect(findingSentence(small, 'picture')).toBe('Head 13 % too small');
    expect([0.5, 0.14, 0.09].map(shareInWords)).toEqual(['half', 'a seventh', 'an eleventh']);
  });
});
