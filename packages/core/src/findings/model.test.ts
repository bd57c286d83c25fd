import { about, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { SUBJECTS } from '../subjects/subjects.ts';
import { FIGURE_HEIGHT, drawFrom, tracedFigure, unsteady } from '../testing/figure.ts';
import { seeded } from '../random/seeded.ts';
import { candidatesFor, topicsOf } from './causes.ts';
import { check } from './check.ts';
import { ellipseMatrix, hasTilt, meanRadius, moveItem } from './item.ts';
import { measureTopic } from './measure.ts';
import { fitModel, type ItemPair } from './model.ts';

const trace = tracedFigure();
const PAGE = compose(translation(20, 12), scaling(0.15));
const figure = SUBJECTS.figure;
const pairsOf = (drawn: ReturnType<typeof drawFrom>): ItemPair[] =>
  drawn.map((d) => ({ drawn: d, reference: trace.find((i) => `drawn ${i.id}` === d.id)! }));
const options = {
  freedom: 'move scale' as const,
  mirrored: false,
  start: compose(translation(25, 10), scaling(0.14)),
  height: FIGURE_HEIGHT,
};
const head = trace.find((i) => i.name === 'head')!;

describe('items', () => {
  test('a turned and scaled form has its ellipse turned and scaled', () => {
    const moved = moveItem(head, compose(translation(5, 6), rotation(30), scaling(2)));
    expect(moved.ellipse!.major).toBeCloseTo(2 * head.ellipse!.major, 9);
    expect(moved.ellipse!.minor).toBeCloseTo(2 * head.ellipse!.minor, 9);
    expect(moved.spread).toBeCloseTo(2 * head.spread, 9);
    expect(meanRadius(moved)).toBeCloseTo(2 * meanRadius(head), 9);
    expect(hasTilt(head)).toBe(true);
  });

  test('an ellipse and its matrix say the same: half the trace is the mean radius', () => {
    const { xx, xy, yy } = ellipseMatrix({ centre: { x: 0, y: 0 }, major: 5, minor: 2, tilt: 90 });
    expect([xx, yy].map((v) => Number(v.toFixed(9)))).toEqual([2, 5]);
    expect(xy).toBeCloseTo(0, 9);
  });
});

describe('the joint model', () => {
  test('recovers how it is laid and the one cause exactly on clean data, from a poor start', () => {
    const pairs = pairsOf(
      drawFrom(
        trace,
        [{ names: ['head', 'crown', 'chin'], by: about(head.centre, scaling(1.2)) }],
        PAGE,
        0.3,
      ),
    );
    const topic = topicsOf(pairs, figure).find((t) => t.id === 'size:head')!;
    const cause = candidatesFor(topic, pairs, figure, FIGURE_HEIGHT).find((c) => c.id.endsWith('/own'))!;
    const fit = fitModel(pairs, [cause], options);
    expect(fit.chi2).toBeLessThan(1e-9);
    expect(Math.exp(fit.values[0]![0]!)).toBeCloseTo(1.2, 6);
    fit.toPage.forEach((v, i) => expect(v).toBeCloseTo(PAGE[i]!, 6));
  });

  test('promises about what a cause will gain', () => {
    const pairs = pairsOf(
      drawFrom(
        trace,
        [{ names: ['head', 'crown', 'chin'], by: about(head.centre, scaling(1.1)) }],
        PAGE,
        0.3,
      ),
    );
    const topic = topicsOf(pairs, figure).find((t) => t.id === 'size:head')!;
    const cause = candidatesFor(topic, pairs, figure, FIGURE_HEIGHT).find((c) => c.id.endsWith('/own'))!;
    const plain = fitModel(pairs, [], options);
    const gain = plain.chi2 - fitModel(pairs, [cause], options).chi2;
    expect(plain.gainOf(cause) / gain).toBeGreaterThan(0.8);
    expect(plain.gainOf(cause) / gain).toBeLessThan(1.25);
  });

  test('in pure noise the sum of squares is about its degrees of freedom', () => {
    let total = 0;
    for (let seed = 1; seed <= 40; seed += 1)
      total +=
        fitModel(pairsOf(unsteady(drawFrom(trace, [], PAGE, 0.5), 0.5, seeded(seed))), [], {
          ...options,
          start: PAGE,
        }).chi2 / 40;
    const observations = trace.reduce((sum, item) => sum + (item.ellipse ? 5 : 2), 0);
    // The trace's own spread of 1 px is not in the drawn noise, and a turn is seen less surely than its
    // bound.
    expect(total / (observations - 3)).toBeGreaterThan(0.6);
    expect(total / (observations - 3)).toBeLessThan(1.1);
  });
});

test('stated standard errors are honest: a planted tilt lies within two of them nineteen times in twenty', () => {
  let within = 0;
  let said = 0;
  for (let seed = 1; seed <= 60; seed += 1) {
    const hip = trace.find((i) => i.name === 'right hip')!.centre;
    const drawn = unsteady(
      drawFrom(
        trace,
        [{ names: ['right thigh', 'right knee', 'right shin', 'right ankle'], by: about(hip, rotation(9)) }],
        PAGE,
        0.4,
      ),
      0.4,
      seeded(seed),
    );
    const found = check({
      drawn,
      reference: trace,
      height: FIGURE_HEIGHT,
      seconds: null,
      subject: figure,
    }).findings.find((f) => f.about === 'right thigh' && f.kind === 'tilt');
    if (!found) continue;
    said += 1;
    if (Math.abs(found.size - 9) <= 2 * found.error) within += 1;
  }
  expect(said).toBeGreaterThan(54);
  expect(within / said).toBeGreaterThan(0.88);
});

describe('topics measured by themselves', () => {
  const pairs = pairsOf(drawFrom(trace, [], PAGE, 0.3));
  const topics = topicsOf(pairs, figure);
  const of = (id: string) => topics.find((t) => t.id === id)!;

  test('a copy measures nothing', () => {
    for (const topic of topics) {
      const measured = measureTopic(
        topic,
        topic.pairs.map((p) => p.reference),
        topic.pairs.map((p) => p.reference),
        FIGURE_HEIGHT,
      );
      if (measured) expect(Math.abs(measured.size)).toBeLessThan(1e-9);
    }
  });

  test('a place is measured in per cent of the height, a width against its own', () => {
    const item = of('place:head').pairs[0]!.reference;
    const place = measureTopic(
      of('place:head'),
      [moveItem(item, translation(30, -40))],
      [item],
      FIGURE_HEIGHT,
    )!;
    expect([place.size, place.offset]).toEqual([5, { x: 3, y: -4 }]);
    const wider = moveItem(
      item,
      about(
        item.centre,
        compose(rotation(item.ellipse!.tilt), scaling(1, 1.2), rotation(-item.ellipse!.tilt)),
      ),
    );
    expect(measureTopic(of('width:head'), [wider], [item], FIGURE_HEIGHT)!.size).toBeCloseTo(20, 6);
    expect(measureTopic(of('length:head'), [wider], [item], FIGURE_HEIGHT)!.size).toBeCloseTo(0, 6);
  });

  test('every topic has at least one way to come about, and leaves others alone', () => {
    for (const topic of topics) {
      const candidates = candidatesFor(topic, pairs, figure, FIGURE_HEIGHT);
      expect(candidates.length).toBeGreaterThan(0);
      if (topic.thing === 'whole') continue;
      const outsider = trace.find((i) => i.name === 'lowest foot')!;
      if (topic.pairs.some((p) => p.reference === outsider)) continue;
      for (const cause of candidates)
        if (!cause.id.endsWith('/carried')) expect(cause.act(outsider, [1, 1])).toBeNull();
    }
  });
});
