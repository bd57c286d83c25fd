import { about, compose, rotation, scaling, translation, type Affine } from '../geometry/affine.ts';
import type { Freedom } from '../fit/similarity.ts';
import { SUBJECTS, hangingOn, subjectIn } from '../subjects/subjects.ts';
import { FIGURE_HEIGHT, drawFrom, tracedFigure } from '../testing/figure.ts';
import { check, type CheckReport } from './check.ts';

const trace = tracedFigure();
const figure = subjectIn(
  SUBJECTS.figure,
  (name) => trace.find((i) => i.name === name && i.kind === 'landmark')?.centre ?? null,
);
const PAGE = compose(translation(20, 12), scaling(0.15));
const mark = (name: string) => trace.find((i) => i.name === name && i.kind === 'landmark')!.centre;
const form = (name: string) => trace.find((i) => i.name === name && i.kind !== 'landmark')!;
const everything = trace.map((i) => i.name!);

function after(
  changes: { names: readonly string[]; by: Affine }[],
  freedom: Freedom = 'move scale',
): CheckReport {
  return check({
    drawn: drawFrom(trace, changes, PAGE, 0.3),
    reference: trace,
    height: FIGURE_HEIGHT,
    seconds: null,
    subject: figure,
    freedom,
  });
}
const said = (report: CheckReport): [string, string | null, number][] =>
  report.findings.map((f) => [f.kind, f.about, Number(f.size.toFixed(1)) + 0]);
const limb = (part: string, joint: string, degrees: number) => ({
  names: [part, ...hangingOn(figure, part)],
  by: about(mark(joint), rotation(degrees)),
});

describe('one change, one finding', () => {
  test('a thigh swung at the hip takes shin and foot along', () => {
    const report = after([limb('right thigh', 'right hip', 10)]);
    expect(said(report)).toEqual([['tilt', 'right thigh', 10]]);
    expect(report.folded.map((f) => `${f.kind} ${f.about}`)).toEqual(
      expect.arrayContaining(['tilt right shin', 'place right ankle', 'place right knee']),
    );
  });

  test('a forearm swung at the elbow is the forearm’s, not the arm’s', () => {
    expect(said(after([limb('left forearm', 'left elbow', -14)]))).toEqual([['tilt', 'left forearm', -14]]);
  });

  test('a landmark set aside is that landmark’s place', () => {
    const report = after([{ names: ['right knee'], by: translation(-40, 30) }]);
    expect(said(report)).toEqual([['place', 'right knee', 5]]);
    expect(report.findings[0]!.offset!.x).toBeCloseTo(-4, 1);
    expect(report.findings[0]!.mark.kind).toBe('arrow');
  });

  test('a form drawn too wide is said to be too wide, not too large', () => {
    const ribs = form('ribcage');
    const report = after([
      {
        names: ['ribcage'],
        by: about(
          ribs.centre,
          compose(rotation(ribs.ellipse!.tilt), scaling(1, 1.25), rotation(-ribs.ellipse!.tilt)),
        ),
      },
    ]);
    expect(report.findings.map((f) => f.id)).toEqual(['width:ribcage']);
    expect(report.findings[0]!.size).toBeCloseTo(25, 0);
    expect(report.findings[0]!.mark.kind).toBe('outline');
  });

  test('a head moved with its crown and chin is one place', () => {
    const report = after([{ names: ['head', 'crown', 'chin'], by: translation(35, 0) }]);
    expect(said(report)).toEqual([['place', 'head', 3.5]]);
    expect(report.folded.map((f) => f.about).sort()).toEqual(['chin', 'crown']);
  });

  test('three changes come out as three, the largest for its tolerance first', () => {
    const report = after([
      limb('left forearm', 'left elbow', 20),
      { names: ['head', 'crown', 'chin'], by: about(form('head').centre, scaling(1.3)) },
      { names: ['right knee'], by: translation(-30, 0) },
    ]);
    expect(report.findings.map((f) => f.about)).toEqual(['left forearm', 'head', 'right knee']);
    const weights = report.findings.map((f) => Math.abs(f.size) / f.tolerance);
    expect([...weights].sort((a, b) => b - a)).toEqual(weights);
    for (const f of report.folded) expect(report.findings.map((main) => main.id)).toContain(f.explainedBy);
  });
});

describe('what the fit may take out', () => {
  const leaning = [{ names: everything, by: about({ x: 400, y: 500 }, rotation(7)) }];

  test('a whole figure that leans is one finding', () => {
    const report = after(leaning);
    expect(said(report)).toEqual([['tilt', 'whole figure', 7]]);
    expect(report.findings[0]!.mark.kind).toBe('arc');
  });

  test('with turning taken out there is nothing left', () => {
    expect(after(leaning, 'move scale turn').findings).toEqual([]);
  });

  test('with nothing taken out a moved drawing is off everywhere', () => {
    const report = check({
      drawn: drawFrom(trace, [], translation(50, 0), 1),
      reference: trace,
      height: FIGURE_HEIGHT,
      seconds: null,
      subject: figure,
      freedom: 'none',
    });
    expect(report.averageMiss!.value).toBeCloseTo(5, 1);
  });
});

test('the report says which core made it, from which pairs', () => {
  const report = after([]);
  expect(report.version).toBeGreaterThanOrEqual(1);
  expect(report.pairs).toHaveLength(trace.length);
  expect(report.sides).toBe('sitter facing');
  expect(
    check({
      drawn: drawFrom(trace, [], compose(translation(200, 0), scaling(-0.15, 0.15)), 0.3),
      reference: trace,
      height: FIGURE_HEIGHT,
      seconds: null,
      subject: figure,
    }).mirrored,
  ).toBe(true);
});
