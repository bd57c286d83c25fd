import { about, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { hangingOn, SUBJECTS } from '../subjects/subjects.ts';
import { drawFrom, FIGURE_HEIGHT, tracedFigure } from '../testing/figure.ts';
import { check, type CheckReport } from './check.ts';
import { meaning, partsToMean, type Departure } from './departure.ts';
import { asMeant, type Meant } from './meant.ts';
import { departureInWords, meantSentences, sizeInWords } from './meant-words.ts';
import type { Item } from './item.ts';

const subject = SUBJECTS.figure;
const trace = tracedFigure();
const PAGE = compose(translation(20, 12), scaling(0.15));
const centreOf = (name: string, kind = 'landmark') =>
  trace.find((i) => i.name === name && (kind === 'landmark') === (i.kind === 'landmark'))!.centre;

/** What a check says of a drawing in which some things are meant otherwise. */
function checked(
  drawn: readonly Item[],
  departures: readonly Departure[],
  reference: readonly Item[] = trace,
): { meant: Meant; report: CheckReport; says: string[]; came: string[] } {
  const meant = asMeant(drawn, reference, { departures, subject, height: FIGURE_HEIGHT });
  const { freedom } = meant;
  const report = check({
    drawn: meant.drawn,
    reference: meant.reference,
    freedom,
    height: FIGURE_HEIGHT,
    seconds: null,
    subject,
  });
  const says = [...report.findings, ...report.perhaps].map((f) => `${f.kind} ${f.about}`);
  return { meant, report, says, came: meantSentences(meant, report) };
}

const headBy = (by: number, at = centreOf('head', 'form')) => ({
  names: ['head', 'crown', 'chin'],
  by: about(at, scaling(by)),
});
/** An arm swung at its shoulder and its elbow bent. */
const armSwung = [
  {
    names: ['left upper arm', ...hangingOn(subject, 'left upper arm')],
    by: about(centreOf('left shoulder'), rotation(35)),
  },
];

describe('a larger head that is meant', () => {
  const bigger: Departure = { kind: 'size', part: 'head', by: 1.5 };

  test.each(['middle', 'chin', 'crown'])('is no miss, wherever it is held while it grows: %s', (at) => {
    const held = at === 'middle' ? centreOf('head', 'form') : centreOf(at);
    const drawing = drawFrom(trace, [headBy(1.5, held)], PAGE, 0.2);
    expect(checked(drawing, []).says).toContain('proportion head');
    const { says, came } = checked(drawing, [bigger]);
    expect(says).toEqual([]);
    expect(came).toEqual(['Head: meant larger by half, drawn larger by half.']);
  });

  test('is compared with what was meant: half of it done is too small by as much', () => {
    const { report, came } = checked(drawFrom(trace, [headBy(1.2)], PAGE, 0.2), [bigger]);
    expect(report.findings.map((f) => `${f.kind} ${f.about}`)).toEqual(['proportion head']);
    expect(report.findings[0]!.size).toBeCloseTo(-20, 0);
    expect(came).toEqual(['Head: meant larger by half, drawn larger by a fifth.']);
  });

  test('hides nothing else', () => {
    const { says } = checked(drawFrom(trace, [headBy(1.5), ...armSwung], PAGE, 0.2), [bigger]);
    expect(says).toEqual(['tilt left upper arm']);
  });

  test('as it comes, is not judged at all and told by how much', () => {
    const { says, meant } = checked(drawFrom(trace, [headBy(1.31)], PAGE, 0.2), [
      { kind: 'size', part: 'head', by: null },
    ]);
    expect(says).toEqual([]);
    expect(meant.came[0]!.by).toBeCloseTo(1.31, 1);
  });

  test('where too little is known of it, that is said', () => {
    const headless = trace.filter(({ name }) => !['head', 'crown', 'chin'].includes(name ?? ''));
    const { came, says } = checked(drawFrom(headless, [], PAGE, 0.2), [bigger], headless);
    expect(says).toEqual([]);
    expect(came[0]).toMatch(/too little of it is known/);
  });
});

describe('another pose of a part that is meant', () => {
  test('leaves its length to be compared', () => {
    const drawing = drawFrom(trace, armSwung, PAGE, 0.2);
    expect(checked(drawing, []).says).toContain('tilt left upper arm');
    const meantArm: Departure = { kind: 'pose', part: 'left arm' };
    expect(checked(drawing, [meantArm]).says).toEqual([]);
    const names = ['left elbow', 'left forearm', 'left wrist', 'left hand', 'left upper arm'];
    const shorter = [{ names, by: about(centreOf('left shoulder'), scaling(0.75)) }, ...armSwung];
    const { says, report } = checked(drawFrom(trace, shorter, PAGE, 0.2), [meantArm]);
    expect(says.some((one) => one.startsWith('proportion left'))).toBe(true);
    expect([...report.findings, ...report.perhaps].every((f) => f.kind !== 'tilt')).toBe(true);
  });

  test('of the whole figure is its lean, which is taken out', () => {
    const leaning = [
      { names: trace.map(({ name }) => name!), by: about(centreOf('left hip'), rotation(12)) },
    ];
    const drawing = drawFrom(trace, leaning, PAGE, 0.2);
    expect(checked(drawing, []).says).toContain('tilt whole figure');
    expect(checked(drawing, [{ kind: 'pose', part: 'whole figure' }]).says).toEqual([]);
  });

  test('of a single landmark is where it lies', () => {
    const moved = [{ names: ['left elbow'], by: translation(60, 20) }];
    const drawing = drawFrom(trace, moved, PAGE, 0.2);
    expect(checked(drawing, []).says.length).toBeGreaterThan(0);
    expect(checked(drawing, [{ kind: 'pose', part: 'left elbow' }]).says).toEqual([]);
  });
});

test('a part that is only inspired or seen from elsewhere is left out, and all else is judged', () => {
  const drawing = drawFrom(trace, [...armSwung, headBy(1.3)], PAGE, 0.2);
  for (const kind of ['inspired', 'view'] as const)
    expect(checked(drawing, [{ kind, part: 'left arm' }]).says).toEqual(['proportion head']);
});

test('a drawing that is meant turned over is said to be so, or not', () => {
  const over = drawFrom(trace, [], compose(translation(200, 12), scaling(-0.15, 0.15)), 0.2);
  const flipped: Departure = { kind: 'flipped' };
  expect(checked(over, [flipped]).came).toEqual(['It is turned over, as you meant.']);
  expect(checked(drawFrom(trace, [], PAGE, 0.2), [flipped]).came[0]).toMatch(/it is not/);
});

test('nothing meant changes nothing, and nothing known is no error', () => {
  const drawing = drawFrom(trace, [], PAGE, 0.2);
  const on = { departures: [], subject, height: FIGURE_HEIGHT };
  expect(asMeant(drawing, trace, on).reference).toEqual(trace);
  const all: Departure[] = [
    { kind: 'size', part: 'left leg', by: 2 },
    { kind: 'pose', part: 'shoulder line' },
    { kind: 'size', part: 'tail', by: 0.5 },
    { kind: 'view', part: 'nowhere' },
  ];
  expect(() => asMeant([], [], { departures: all, subject, height: 0 })).not.toThrow();
  expect(asMeant([], trace, { ...on, departures: all }).reference).toHaveLength(trace.length);
});

test('what is meant anew takes the place of what it contradicts', () => {
  const once = meaning([], { kind: 'size', part: 'head', by: 1.5 });
  expect(meaning(once, { kind: 'size', part: 'head', by: 2 })).toEqual([
    { kind: 'size', part: 'head', by: 2 },
  ]);
  expect(meaning(once, { kind: 'pose', part: 'head' })).toHaveLength(2);
  expect(meaning(once, { kind: 'inspired', part: 'head' })).toEqual([{ kind: 'inspired', part: 'head' }]);
  expect(meaning([{ kind: 'view', part: null }], { kind: 'flipped' })).toHaveLength(2);
});

test('parts are offered by what the picture knows, and said in words', () => {
  const parts = partsToMean(subject, ['crown', 'chin', 'left shoulder', 'left elbow', 'hat']);
  expect(parts).toEqual(['hat', 'head', 'left upper arm']);
  expect([1, 1.25, 0.8, 2, 3.1, 0.5, 0.2].map(sizeInWords)).toEqual([
    'as large',
    'larger by a quarter',
    'smaller by a fifth',
    'twice as large',
    '3.1 times as large',
    'half as large',
    'smaller than half',
  ]);
  expect(departureInWords({ kind: 'view', part: null })).toBe('The whole from another view');
});
