import { CHECK_VERSION, type CheckReport } from './check.ts';
import type { CheckedPages } from './from-pages.ts';
import type { GapOff } from './gaps-off.ts';
import { headlineOfAll } from './headline.ts';
import { inWords } from './kept-report.ts';
import { kindDeeds, kindSentences, NAMED_KINDS } from './named-things.ts';
import type { LineUp } from './line-ups.ts';
import type { Stretch } from './stretches.ts';
import type { ValueReport } from './values.ts';

/** A check in which nothing is off, and what is put in its place. */
const report = {
  version: CHECK_VERSION,
  findings: [],
  perhaps: [],
  unsure: [],
  cannotSay: [],
  sides: 'picture',
  averageMiss: { value: 1.2, error: 0.2 },
} as unknown as CheckReport;
const checked = (more: object): CheckedPages =>
  ({
    report,
    action: null,
    weight: null,
    relations: null,
    depth: null,
    shape: null,
    rules: [],
    ...more,
  }) as unknown as CheckedPages;

const at = { x: 0, y: 0 };
const stretch: Stretch = { size: 4, sure: 'clearly', along: [], at, where: 'by the lid' };
const gap: GapOff = {
  kind: 'missing',
  areas: 0,
  sure: 'clearly',
  drawn: [],
  reference: [],
  at,
  where: 'at its top',
};
const lineUp: LineUp = {
  kind: 'plumb',
  about: ['crown', 'left ankle'],
  size: 4,
  error: 0.5,
  past: true,
  sure: 'clearly',
  explained: false,
};
const relations = { lineUps: [lineUp], triangle: null, asymmetry: null };
const overlap = { front: 'left forearm', behind: 'trunk', reversed: true, sure: 'clearly', at } as const;
const touch = { about: ['head', 'hat'], along: [], at, sure: 'perhaps' } as const;
const depth = { overlaps: [overlap], kept: 0, touches: [touch], rounds: [], turns: [] };
const shapeWith = (stretches: readonly Stretch[], gaps: readonly GapOff[]) => ({
  shape: { told: { stretches, gaps } },
});
const rule = {
  rule: { kind: 'rule', id: 'r', rule: 'level', on: ['crown', 'hat'], text: '' },
  size: -4,
  error: 0.5,
  holds: 'no',
  sure: 'clearly',
  places: [],
};
const values = {
  off: { pair: ['dark', 'middle'], moved: { group: 'dark', way: 'light' }, sure: 'clearly' },
  holes: [],
} as unknown as ValueReport;
const weight = {
  shift: { size: 5, error: 0.5, past: true, sure: 'clearly' },
  feet: { size: 3, error: 0.5, past: true, sure: 'perhaps' },
};

test('on top stands what is off in place, else the first clear thing of the kinds, else that nothing is', () => {
  const arm = {
    id: 'place:left wrist',
    kind: 'place',
    about: 'left wrist',
    thing: 'landmark',
    size: 6,
    tolerance: 2,
    offset: { x: 0, y: -6 },
  };
  const off = { ...report, findings: [arm] };
  const all = { weight, relations, depth, ...shapeWith([stretch], [gap]) };
  expect(headlineOfAll(checked({ ...all, report: off }), values)).toBe('Lower the left wrist.');
  expect(headlineOfAll(checked(all), values)).toMatch(/^Lean the body to the left/);
  expect(headlineOfAll(checked({ ...all, weight: null }), values)).toMatch(/^Draw the left forearm across/);
  expect(headlineOfAll(checked({ ...all, depth: null, weight: null }), values)).toBe(
    'Take the outline in by the lid.',
  );
  const unsure = shapeWith([{ ...stretch, sure: 'perhaps' }], [gap]);
  expect(headlineOfAll(checked({ relations, ...unsure }), values)).toBe('Leave the gap at its top open.');
  expect(headlineOfAll(checked({ relations }), values)).toMatch(/^Move the left ankle to the left/);
  expect(headlineOfAll(checked({ relations, rules: [rule] }), values)).toMatch(
    /^Lower the hat, until it is level/,
  );
  expect(headlineOfAll(checked({}), values)).toBe('Darken the dark values.');
  expect(headlineOfAll(checked({}), null)).toBe('Nothing is off by more than is worth a word.');
});

test('to everything that a kind names there is something to do, in the same order', () => {
  const all = checked({ weight, relations, depth, ...shapeWith([stretch, { ...stretch, size: -3 }], [gap]) });
  const deeds = Object.fromEntries(NAMED_KINDS.map((kind) => [kind, kindDeeds(kind, all, values)]));
  expect(deeds).toMatchObject({
    movement: [],
    depth: [expect.stringMatching(/^Draw the left forearm/), expect.stringMatching(/^Part the head/)],
    outline: [expect.stringMatching(/^Take the outline in/), expect.stringMatching(/out/)],
    values: ['Darken the dark values.'],
  });
  for (const kind of ['relations', 'gaps', 'weight'] as const) expect(deeds[kind]).toHaveLength(1);
  for (const kind of NAMED_KINDS) expect(kindDeeds(kind, checked({}), null)).toEqual([]);
});

test('each kind names what is off in it, how surely, in the order of the kinds; it is kept with the report', () => {
  const all = checked({
    weight,
    relations,
    depth,
    rules: [rule, { ...rule, sure: null }],
    ...shapeWith([stretch, { ...stretch, size: -3, sure: 'perhaps' }], [gap]),
  });
  const said = kindSentences(all, values);
  expect(said.map(({ kind, sure }) => `${kind} ${sure}`)).toEqual([
    'relations clearly',
    'depth clearly',
    'depth perhaps',
    'outline clearly',
    'outline perhaps',
    'gaps clearly',
    'weight clearly',
    'weight perhaps',
    'values clearly',
    'noticed clearly',
  ]);
  for (const { sentence } of said) expect(sentence).toMatch(/^[A-Z].{10,160}\.$/);
  const kept = inWords(report, 'Do this.', said);
  expect(kept).toMatchObject({ computation: CHECK_VERSION, headline: 'Do this.', miss: 1.2, says: said });
  expect(kindSentences(checked({}), null)).toEqual([]);
  expect(kindSentences(checked({ shape: { told: null, why: 'open outline' } }), null)).toEqual([]);
});
