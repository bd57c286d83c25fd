import { thingsOfType } from '../page/contents.ts';
import { newPage } from '../page/new-page.ts';
import { encodeStroke } from '../page/stroke-code.ts';
import { seeded } from '../random/seeded.ts';
import { drawFigure, planted, type Places } from '../testing/drawn-figure.ts';
import type { Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { FIGURE_HEIGHT, figurePlaces } from '../testing/figure.ts';
import type { Landmark, Thing } from '../page/things.ts';
import type { CheckedReference } from './checked-reference.ts';
import type { Departure } from './departure.ts';
import { checkPages, lackingLandmarks, mendPage } from './from-pages.ts';

let next = 1;
const newId = (): string => (next++).toString(16).padStart(32, '0');
const REFERENCE = 'e'.repeat(32);
const points: [string, number, number][] = [
  ['crown', 400, 100],
  ['pit of the neck', 400, 300],
  ['left hip', 470, 600],
  ['right hip', 330, 610],
  ['lowest foot', 380, 1100],
];
const own: CheckedReference = { id: REFERENCE, subject: 'figure', figureHeight: null, truth: null };

function page(
  kind: 'trace' | 'attempt',
  marks: readonly [string, number, number][],
  state: Landmark['state'] = 'set',
): Map<string, Thing> {
  const things = newPage(
    newId(),
    newId,
    kind === 'trace' ? { reference: REFERENCE, revision: 0, width: 800, height: 1200 } : undefined,
  );
  const sheet = things.find((t) => t.type === 'sheet' && t.kind === 'forms')!.id;
  const placement = things.find((t) => t.type === 'placement');
  const by = placement?.type === 'placement' ? placement.transform : ([0.1, 0, 0, 0.1, 20, 40] as const);
  for (const [name, x, y] of marks)
    things.push({
      type: 'landmark',
      id: newId(),
      sheet,
      name,
      state,
      at: { x: by[0] * x + by[4], y: by[3] * y + by[5] },
      spread: 0.5,
    });
  return new Map(things.map((t) => [t.id, t]));
}

test('five touched landmarks on an own picture carry a check, without any truth', () => {
  const trace = page('trace', points);
  const moved = points.map(([name, x, y]): [string, number, number] =>
    name === 'left hip' ? [name, x + 110, y] : [name, x, y],
  );
  const { report, height, scale } = checkPages({
    attempt: page('attempt', moved),
    trace,
    reference: own,
    seconds: null,
  });
  expect(height).toBeCloseTo(1000, 6);
  expect(report.averageMiss!.value).toBeGreaterThan(1);
  expect(report.findings[0]).toMatchObject({ kind: 'place', about: 'left hip' });
  expect(report.findings[0]!.size).toBeCloseTo(11, 0);
  expect(scale).toBeCloseTo(0.1 / 0.175, 1);
});

test('it asks for the landmarks the attempt has said nothing of, the telling ones first', () => {
  const trace = page('trace', points);
  expect(lackingLandmarks(page('attempt', points.slice(0, 2)), trace, own)).toEqual([
    'left hip',
    'right hip',
    'lowest foot',
  ]);
  expect(lackingLandmarks(page('attempt', points, 'not drawn'), trace, own)).toEqual([]);
  const made = {
    ...own,
    truth: {
      landmarks: [
        { name: 'chin', at: { x: 1, y: 1 }, hidden: false },
        { name: 'left knee', at: { x: 1, y: 1 }, hidden: true },
      ],
    },
  };
  expect(lackingLandmarks(page('attempt', []), null, made)).toEqual(['chin']);
});

/** Where the picture lies on a trace's page. */
const placed = (trace: ReadonlyMap<string, Thing>): Affine => thingsOfType(trace, 'placement')[0]!.transform;

/** A figure in single lines. */
const figureLines = (places: Places): Point[][] =>
  drawFigure(places, FIGURE_HEIGHT, { manner: 'axes', wobble: 0.5, random: seeded(2) }).lines;

/** Lines on an attempt's page, a figure's height 140 mm. */
function inkedPage(lines: readonly (readonly Point[])[]): Map<string, Thing> {
  const inked = page('attempt', []);
  const ink = [...inked.values()].find((t) => t.type === 'sheet' && t.kind === 'ink')!.id;
  lines.forEach((line, i) =>
    inked.set(`line ${i}`, {
      type: 'stroke',
      id: `line ${i}`,
      sheet: ink,
      order: 'a0',
      pen: 'pencil',
      size: 0.5,
      colour: '#000',
      pressure: 'even',
      points: encodeStroke(
        line.map(({ x, y }) => ({ x: 10 + 0.14 * x, y: 5 + 0.14 * y, pressure: 0.5, time: 0 })),
      ),
    }),
  );
  return inked;
}

describe('a drawing of which only the lines are there', () => {
  const places = figurePlaces();
  const inked = inkedPage(figureLines(places));
  const made = (hidden: readonly string[]): CheckedReference => ({
    ...own,
    figureHeight: FIGURE_HEIGHT,
    truth: { landmarks: [...places].map(([name, at]) => ({ name, at, hidden: hidden.includes(name) })) },
  });
  const told = (hidden: readonly string[]) =>
    checkPages({ attempt: inked, trace: null, reference: made(hidden), seconds: null });

  test('is laid over its reference, with nothing clearly off in a good copy', () => {
    const { report, seen } = told([]);
    expect(seen!.landmarks).toHaveLength(16);
    expect(report.pairs.every(({ by }) => by === 'name')).toBe(true);
    expect(report.averageMiss!.value).toBeLessThan(2);
    expect(report.findings).toEqual([]);
    expect(lackingLandmarks(inked, null, made([]), seen)).toHaveLength(4);
  });

  test('its weight lies as in the picture, which a short gesture is not asked; its lines are counted', () => {
    const { weight, hand } = told([]);
    const rest = { trace: null, reference: made([]), seconds: null };
    expect(weight!.shift.sure).toBeNull();
    const gesture = checkPages({ ...rest, attempt: inked, seconds: 30 });
    expect(gesture.weight).toBeNull();
    expect(hand.line!.strokes).toBe(thingsOfType(inked, 'stroke').length);
    // Nobody knows when these lines were drawn.
    expect([hand.line!.pace, hand.order]).toEqual([null, null]);
    expect(checkPages({ ...rest, attempt: page('attempt', []) }).hand).toEqual({
      line: null,
      again: [],
      order: null,
    });
  });

  test('what the picture hides is neither shown as seen nor held against another landmark', () => {
    const hidden = ['right knee', 'right ankle'];
    const { report, seen } = told(hidden);
    for (const name of hidden) expect(seen!.landmarks.map((l) => l.name)).not.toContain(name);
    expect(report.pairs.every(({ by }) => by === 'name')).toBe(true);
  });

  test('a head too large is taken hold of by its own line alone, and its ghost lies where it should', () => {
    const attempt = inkedPage(figureLines(planted(places, { kind: 'head', by: 0.5 })));
    const input = { attempt, trace: null, reference: made([]) };
    const checked = checkPages({ ...input, seconds: null });
    const [finding] = checked.report.findings;
    expect(finding).toMatchObject({ about: 'head', kind: 'proportion' });
    const { ids, ghost } = mendPage({ ...input, checked, finding: finding! });
    // The oval is drawn first.
    expect(ids).toEqual(['line 0']);
    const [oval] = ghost;
    const tall = Math.max(...oval!.map((p) => p.y)) - Math.min(...oval!.map((p) => p.y));
    const [crown, chin] = ['crown', 'chin'].map((name) => places.get(name)!.y);
    expect(tall / (0.14 * (chin! - crown!))).toBeCloseTo(1, 1);
    const nothing = mendPage({ ...input, checked, finding: { ...finding!, about: null, thing: 'whole' } });
    expect(nothing).toEqual({ ids: [], ghost: [] });
  });

  test('nothing drawn is nothing seen, and it is said that nothing, or too little, is drawn', () => {
    const told = (attempt: Map<string, Thing>, trace: Map<string, Thing> | null = null) =>
      checkPages({ attempt, trace, reference: trace ? own : made([]), seconds: null });
    const { seen, report, isEmpty } = told(page('attempt', []));
    expect(isEmpty).toBe(true);
    expect(seen).toBeNull();
    expect(report.cannotSay).toEqual([expect.stringContaining('Nothing is drawn here yet')]);
    // So it is where the picture has too few landmarks to be looked for.
    expect(told(page('attempt', []), page('trace', points)).report.cannotSay).toEqual(report.cannotSay);
    const dash = [0, 0.5].map((x) => ({ x: 300 + x, y: 300 }));
    expect(told(inkedPage([dash])).isEmpty).toBe(false);
    expect(told(inkedPage([dash])).report.cannotSay).toEqual([
      expect.stringContaining('Too little is drawn here'),
    ]);
  });
});

test('an outline is told where it is asked for, its silhouette is known and the time was long enough', () => {
  const corners: readonly [number, number][] = [
    [250, 80],
    [550, 80],
    [550, 1120],
    [250, 1120],
    [250, 80],
  ];
  const silhouettes = [[corners.slice(0, 4).map(([x, y]) => ({ x, y }))]];
  const attempt = page('attempt', points);
  const sheet = thingsOfType(attempt, 'sheet').find(({ kind }) => kind === 'ink')!.id;
  const id = newId();
  attempt.set(id, {
    type: 'stroke',
    id,
    sheet,
    order: 'a0',
    points: encodeStroke(
      corners.map(([x, y], i) => ({ x: 0.1 * x + 20, y: 0.1 * y + 40, pressure: 0.5, time: i })),
    ),
    pen: 'pen',
    size: 1,
    colour: '#000000',
    pressure: 'even',
  });
  const input = { attempt, trace: page('trace', points), reference: { ...own, silhouettes }, seconds: null };
  const { shape } = checkPages(input);
  expect(shape!.told).toMatchObject({ stretches: [], gaps: [] });
  expect(shape!.told!.shared).toBeGreaterThan(0.97);
  expect(checkPages({ ...input, reference: own }).shape).toEqual({ told: null, why: 'picture not known' });
  expect(checkPages({ ...input, placesOnly: true }).shape).toBeNull();
  expect(checkPages({ ...input, seconds: 45 }).shape).toBeNull();
});

test('of a part that is only inspired by the picture nothing is told of how it lies in depth', () => {
  const forms = (order: readonly string[], isTrace: boolean): Map<string, Thing> => {
    const made = page(isTrace ? 'trace' : 'attempt', isTrace ? points : []);
    const sheet = thingsOfType(made, 'sheet').find(({ kind }) => kind === 'forms')!.id;
    const by = isTrace ? placed(made) : ([0.1, 0, 0, 0.1, 20, 40] as const);
    order.forEach((part, i) => {
      const [x, y] = part === 'hat' ? [400, 180] : [400, 320];
      made.set(part, {
        ...{ type: 'form', id: part, sheet, order: `a${i}`, part },
        shape: { kind: 'ellipse', rx: 100 * by[0], ry: 120 * by[0] },
        transform: [1, 0, 0, 1, by[0] * x + by[4], by[3] * y + by[5]],
      } as Thing);
    });
    return made;
  };
  const told = (departures: readonly Departure[]) =>
    checkPages({
      attempt: new Map([...page('attempt', points), ...forms(['hat', 'face'], false)]),
      trace: forms(['face', 'hat'], true),
      reference: own,
      seconds: null,
      departures,
    }).depth;
  expect(told([])!.overlaps.map(({ front, behind }) => [front, behind])).toEqual([['hat', 'face']]);
  expect(told([{ kind: 'inspired', part: 'hat' }])?.overlaps ?? []).toEqual([]);
});
