import { invert, transformPoint } from '../geometry/affine.ts';
import { distance, type Point } from '../geometry/point.ts';
import { findLandmarks, type InkReference } from '../ink/find-landmarks.ts';
import { seeded } from '../random/seeded.ts';
import { SUBJECTS } from '../subjects/subjects.ts';
import { drawFigure, planted, type Change } from '../testing/drawn-figure.ts';
import { FIGURE_HEIGHT, figurePlaces } from '../testing/figure.ts';
import { check } from './check.ts';
import { doubtAmong } from './doubt.ts';
import type { Finding } from './finding.ts';
import { landmarkItem } from './item.ts';
import { mendOf } from './mend.ts';

/** A drawing 150 mm tall with a change in it, checked, and what there is to take hold of. */

const places = figurePlaces();
const SCALE = 0.15;
const reference: InkReference = {
  landmarks: [...places].map(([name, at]) => ({ name, at })),
  height: FIGURE_HEIGHT,
};
const items = reference.landmarks.map(({ name, at }) =>
  landmarkItem({ id: `truth ${name}`, name, at, spread: 0.5 }),
);

function drawnWith(change: Change) {
  const changed = planted(places, change);
  const drawn = drawFigure(changed, FIGURE_HEIGHT, {
    manner: 'construction',
    wobble: 0.4,
    random: seeded(6),
  });
  const lines = drawn.lines.map((points, i) => ({
    of: `line ${i}`,
    points: points.map(({ x, y }): Point => ({ x: 20 + SCALE * x, y: 10 + SCALE * y })),
  }));
  const { found: seen } = findLandmarks(
    lines.map(({ points }) => points),
    reference,
  );
  const landmarks = seen!.landmarks.map(({ name, byInk, spread }) =>
    landmarkItem({ id: `found ${name}`, name, at: byInk, spread }),
  );
  const report = check({
    drawn: landmarks,
    reference: items,
    height: FIGURE_HEIGHT,
    seconds: null,
    subject: SUBJECTS.figure,
    doubt: doubtAmong(
      landmarks.map(({ id }) => id),
      seen!.covariance,
    ),
  });
  const mend = (finding: Finding) =>
    mendOf(finding, { report, subject: SUBJECTS.figure, lines, items, reference, seen });
  return { report, lines, mend };
}

describe('an arm swung out by 30°', () => {
  const { report, lines, mend } = drawnWith({ kind: 'turn', limb: 'left arm', by: 30 });
  const finding = report.findings.find(({ about }) => about === 'left upper arm')!;
  const { ids, ghost } = mend(finding);

  test('is taken hold of by the lines of both its limbs and no others', () => {
    expect(finding.kind).toBe('tilt');
    const elbow = planted(places, { kind: 'turn', limb: 'left arm', by: 30 }).get('left elbow')!;
    const at = { x: 20 + SCALE * elbow.x, y: 10 + SCALE * elbow.y };
    const reaching = lines.filter(({ points }) => points.some((p) => distance(p, at) < 0.04 * 150));
    expect([...ids].sort()).toEqual(reaching.map(({ of }) => of).sort());
    expect(ids).toHaveLength(2);
  });

  test('is shown where it should lie: from the shoulder over the elbow to the wrist of the reference', () => {
    const toPage = invert(report.toReference!);
    const right = (name: string): Point => transformPoint(toPage, places.get(name)!);
    expect(ghost).toEqual([
      [right('left shoulder'), right('left elbow')],
      [right('left elbow'), right('left wrist')],
    ]);
  });
});

test('without lines that are seen nothing is taken hold of, and the ghost still shows where', () => {
  const { report, lines, mend } = drawnWith({ kind: 'head', by: 0.5 });
  const finding = report.findings.find(({ about }) => about === 'head')!;
  expect(mend(finding).ids).toEqual(['line 0']);
  const unseen = mendOf(finding, {
    report,
    subject: SUBJECTS.figure,
    lines,
    items,
    reference,
    seen: null,
  });
  expect(unseen.ids).toEqual([]);
  expect(unseen.ghost).toEqual(mend(finding).ghost);
  const nowhere = mendOf(finding, {
    report: { ...report, toReference: null },
    subject: SUBJECTS.figure,
    lines: [],
    items: [],
    reference,
    seen: null,
  });
  expect(nowhere).toEqual({ ids: [], ghost: [] });
});

test('a single landmark that stands off is not told as a finding of its own, but is not hidden either', () => {
  const spread = 0.4;
  const moved = reference.landmarks.map(({ name, at }) => ({
    name,
    at: {
      x: 20 + SCALE * at.x + (name === 'left knee' ? 12 : 0),
      y: 10 + SCALE * at.y,
    },
  }));
  const drawn = moved.map(({ name, at }) => landmarkItem({ id: `found ${name}`, name, at, spread }));
  const rows = drawn.flatMap((_, i) =>
    [0, 1].map((c) => drawn.flatMap((__, k) => [0, 1].map((d) => (i === k && c === d ? spread ** 2 : 0)))),
  );
  const input = {
    drawn,
    reference: items,
    height: FIGURE_HEIGHT,
    seconds: null,
    subject: SUBJECTS.figure,
  };
  const set = check(input);
  expect(set.findings.map(({ id }) => id)).toContain('place:truth left knee');
  const found = check({
    ...input,
    doubt: doubtAmong(
      drawn.map(({ id }) => id),
      rows,
    ),
  });
  expect([...found.findings, ...found.perhaps].map(({ id }) => id)).not.toContain('place:truth left knee');
  expect(found.unsure.map(({ id }) => id)).toContain('place:truth left knee');
});

describe('a trunk whose near upper corner stands too far out', () => {
  const corners = new Map(
    Object.entries({
      'left corner, top': { x: 100, y: 200 },
      'near corner, top': { x: 320, y: 260 },
      'right corner, top': { x: 520, y: 200 },
      'left corner, bottom': { x: 110, y: 400 },
      'near corner, bottom': { x: 320, y: 480 },
      'right corner, bottom': { x: 510, y: 400 },
      'far corner, top': { x: 310, y: 150 },
    }),
  );
  const moved = new Map(corners).set('near corner, top', { x: 320, y: 315 });
  const edges = SUBJECTS.box.sticks.flatMap((names) =>
    names.slice(1).map((to, i) => [names[i] as string, to] as const),
  );
  const onPage = ({ x, y }: Point): Point => ({ x: 10 + 0.2 * x, y: 5 + 0.2 * y });
  const itemsAt = (places: ReadonlyMap<string, Point>, place: (p: Point) => Point) =>
    [...places].map(([name, at]) => landmarkItem({ id: name, name, at: place(at), spread: 0.3 }));
  const reference = itemsAt(corners, (p) => p);
  const report = check({
    drawn: itemsAt(moved, onPage),
    reference,
    height: 330,
    seconds: null,
    subject: SUBJECTS.box,
  });
  const seen = {
    landmarks: [...moved].map(([name, at]) => ({ name, at: onPage(at), byInk: onPage(at), spread: 0.3 })),
    toDrawing: [0.2, 0, 0, 0.2, 10, 5],
  } as unknown as NonNullable<Parameters<typeof mendOf>[1]['seen']>;
  const mend = (finding: Finding) =>
    mendOf(finding, {
      report,
      subject: SUBJECTS.box,
      lines: edges.map(([a, b]) => ({
        of: `${a} – ${b}`,
        points: [onPage(moved.get(a)!), onPage(moved.get(b)!)],
      })),
      items: reference,
      reference: { landmarks: [], height: 330 },
      seen,
    });

  test('is taken hold of by the edges that meet there, and shown where they should run', () => {
    const finding = [...report.findings, ...report.folded].find(({ about }) => about?.includes('top edge'))!;
    const { ids, ghost } = mend(finding);
    const { ends } = SUBJECTS.box.axes.find(({ name }) => name === finding.about)!;
    const meeting = edges.filter((edge) => edge.some((name) => ends.includes(name)));
    expect([...ids].sort()).toEqual(meeting.map(([a, b]) => `${a} – ${b}`).sort());
    expect(ghost).toHaveLength(meeting.length);
    // The other corners lie right, so that the ghost runs close to where they were drawn.
    const right = onPage(corners.get('near corner, top')!);
    expect(Math.min(...ghost.flat().map((p) => distance(p, right)))).toBeLessThan(4);
  });
});
