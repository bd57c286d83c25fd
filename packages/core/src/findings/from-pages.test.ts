import { newPage } from '../page/new-page.ts';
import type { Landmark, Thing } from '../page/things.ts';
import { checkPages, lackingLandmarks, type CheckedReference } from './from-pages.ts';

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
