import fc from 'fast-check';
import type Joi from 'joi';
import { CHOICES, GROUNDS, MOST_POSES, newBlock, newClock, SOURCES, tickClock } from '@deft/core/session';
import { boardPatchSchema, MOST_ON_BOARD, newBoardSchema } from './boards.ts';
import { joiningSchema, liftingSchema } from './papers.ts';
import { begunOf, factsOf } from './pose-facts.ts';
import { markSchema, preparationSchema, referencePatchSchema, referenceQuerySchema } from './references.ts';
import { attemptPatchSchema, newStudySchema, reportSchema, studyPatchSchema } from './resources.ts';
import { joinSchema, takeSchema } from './services.ts';
import {
  clockSchema,
  newSessionSchema,
  planSchema,
  posePatchSchema,
  runningClockSchema,
  sessionPatchSchema,
  type Pose,
} from './sessions.ts';
import { manyPatchSchema, moveSchema, setFileSchema, setPatchSchema } from './sets.ts';

const id = (n: number): string => n.toString(16).padStart(32, '0');
const fits = (schema: Joi.Schema, value: unknown): boolean =>
  schema.validate(value, { convert: false }).error === undefined;
const plan = (...blocks: object[]) => ({ title: 'Evening', blocks });
const corners = [
  { x: 0, y: 0 },
  { x: 10, y: 0 },
  { x: 10, y: 12 },
  { x: 0, y: 12 },
];
const preparation = {
  outline: null,
  flip: false,
  turn: 0,
  straighten: 0,
  crop: null,
  grey: false,
  black: 0,
  white: 255,
  middle: 1,
  soft: 0,
};

describe('plans and sessions', () => {
  test('every block that can be made fits, and comes back as it went', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...GROUNDS),
        fc.constantFrom(...SOURCES),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 2, max: 4 * 3600 }),
        fc.integer({ min: 0, max: 3600 }),
        (ground, source, count, seconds, rest) => {
          const block = newBlock(count, seconds, { ground, source, rest, look: source === 'sight' ? 0 : 10 });
          const { value, error } = planSchema.validate(plan(block));
          expect(error).toBeUndefined();
          expect(value!.blocks).toEqual([block]);
        },
      ),
    );
  });

  test.each([
    ['no block', plan()],
    ['no title', { ...plan(newBlock(1, 60)), title: '  ' }],
    ['a pose of a second', plan({ ...newBlock(1, 60), seconds: 1 })],
    ['half a pose', plan({ ...newBlock(1, 60), count: 1.5 })],
    ['a ground that is none', plan({ ...newBlock(1, 60), ground: 'on stone' })],
    ['a field that is none', plan({ ...newBlock(1, 60), colour: 'red' })],
  ])('a plan with %s does not fit', (_, value) => expect(fits(planSchema, value)).toBe(false));

  test(`a plan of more than ${MOST_POSES} pictures is refused in a sentence`, () => {
    expect(fits(planSchema, plan(newBlock(MOST_POSES, 30)))).toBe(true);
    expect(planSchema.validate(plan(newBlock(MOST_POSES, 30), newBlock(1, 30))).error?.message).toBe(
      `A plan asks for ${MOST_POSES} pictures at the most.`,
    );
  });

  test('a session is asked for by set and plan; by seed, choice and pictures if wanted', () => {
    const wanted = { set: id(1), plan: plan(newBlock(2, 30)) };
    expect(fits(newSessionSchema, wanted)).toBe(true);
    for (const choice of CHOICES)
      expect(fits(newSessionSchema, { ...wanted, choice, flip: true, seed: 2 ** 32 - 1 })).toBe(true);
    expect(fits(newSessionSchema, { ...wanted, pictures: [{ id: id(2), revision: 0, flipped: true }] })).toBe(
      true,
    );
    expect(fits(newSessionSchema, { ...wanted, seed: -1 })).toBe(false);
    expect(fits(newSessionSchema, { ...wanted, pictures: [] })).toBe(false);
    expect(fits(newSessionSchema, { plan: wanted.plan })).toBe(false);
  });

  test('what is noted of a session or a pose, and the clock’s times', () => {
    expect([
      fits(sessionPatchSchema, { lesson: '' }),
      fits(sessionPatchSchema, {}),
      fits(posePatchSchema, { starred: true }),
      fits(posePatchSchema, { note: 'x'.repeat(2001) }),
    ]).toEqual([true, false, true, false]);
    const times = { id: id(3), drawnMs: null, heldMs: 0, addedMs: 0, end: null, closedAt: null };
    const clock = newClock([[{ doing: 'draw', planned: 1000, seen: true }]]);
    expect(fits(clockSchema, { clock, over: false, poses: [times] })).toBe(true);
    expect(fits(clockSchema, { clock, over: false, poses: [{ ...times, heldMs: -1 }] })).toBe(false);
    expect(fits(clockSchema, { clock: 'held', over: false, poses: [] })).toBe(false);
  });
});

describe('what is said of a pose', () => {
  const pose = (more: Partial<Pose>): Pose =>
    ({
      step: { ground: 'on screen', source: 'sight', seconds: 60 },
      drawnMs: 60_000,
      heldMs: 0,
      addedMs: 0,
      end: 'run out',
      flipped: false,
      ...more,
    }) as Pose;

  test('real, planned, added and held time, each kept apart', () => {
    expect(factsOf(pose({}))).toEqual(['1 min drawn of 1 min']);
    expect(
      factsOf(pose({ drawnMs: 45_000, heldMs: 5000, addedMs: 30_000, end: 'done early', flipped: true })),
    ).toEqual(['45 s drawn of 1 min', '30 s added', 'held 5 s', 'the other way round', 'done early']);
    expect(factsOf(pose({ heldMs: 900 }))).toEqual(['1 min drawn of 1 min']);
  });

  test('its way, where it is not the usual one', () => {
    const step = { ...pose({}).step, ground: 'on paper', source: 'memory' } as Pose['step'];
    expect(factsOf(pose({ step }))).toEqual(['1 min on paper', 'from memory']);
    expect(factsOf(pose({ step: { ...step, ground: 'on a grid', source: 'knowledge' } }))).toEqual([
      '1 min drawn of 1 min',
      'from what you knew',
      'on a grid',
    ]);
  });

  test('a session that was ended early came to some of its poses', () => {
    expect(
      begunOf([pose({}), pose({ end: 'passed over' }), pose({ drawnMs: null, end: null })]),
    ).toHaveLength(2);
  });
});

describe('paper', () => {
  const lifting = { corners, width: 210, height: 297, faint: 0.5 };
  test.each([
    ['as it should be', lifting, true],
    ['three corners', { ...lifting, corners: corners.slice(1) }, false],
    ['a corner that is nowhere', { ...lifting, corners: [...corners.slice(1), { x: NaN, y: 0 }] }, false],
    ['paper of no size', { ...lifting, width: 0 }, false],
    ['lines fainter than faint', { ...lifting, faint: 1.1 }, false],
  ])('%s', (_, value, well) => expect(fits(liftingSchema, value)).toBe(well));

  test('drawings are joined to poses, each pose once, by loops of three points and more', () => {
    const join = (...poses: object[]) => fits(joiningSchema, { poses });
    expect(join({ pose: id(1), region: null }, { pose: id(2), region: corners.slice(1) })).toBe(true);
    expect(join({ pose: id(1), region: null }, { pose: id(1), region: corners })).toBe(false);
    expect(join({ pose: id(1), region: corners.slice(2) })).toBe(false);
    expect(join()).toBe(false);
  });
});

describe('references, sets, boards and studies', () => {
  test('a query in the address is read; what is none is refused', () => {
    expect(referenceQuerySchema.validate({ q: ' lamp ', from: '20', hidden: '1' }).value).toMatchObject({
      q: 'lamp',
      from: 20,
      hidden: true,
      sort: 'order',
      count: 100,
    });
    for (const odd of [
      { from: -1 },
      { count: 1e6 },
      { sort: 'beauty' },
      { shape: 'round' },
      { q: 'x'.repeat(201) },
      { sql: '1' },
    ])
      expect(referenceQuerySchema.validate(odd).error).toBeDefined();
  });

  test('marks of each kind, with just what that kind has', () => {
    const at = { x: 3, y: 4 };
    const marks = [
      { kind: 'trait', id: id(1), text: 'long neck', at: null },
      { kind: 'landmark', id: id(1), name: 'crown', at, hidden: false },
      { kind: 'silhouette', id: id(1), outlines: [[at, at, at]] },
      { kind: 'sight', id: id(1), unit: [at, at], span: [at, at], guess: null },
      { kind: 'detail', id: id(1), box: { x: 0, y: 0, width: 5, height: 5 }, reference: id(2) },
    ];
    for (const mark of marks) {
      expect(fits(markSchema, mark)).toBe(true);
      expect(fits(markSchema, { ...mark, extra: 1 })).toBe(false);
      for (const key of Object.keys(mark))
        expect(fits(markSchema, { ...mark, [key]: undefined })).toBe(false);
    }
    expect(fits(markSchema, { kind: 'stain', id: id(1) })).toBe(false);
  });

  test('a preparation keeps black under white and its crop within the picture', () => {
    expect(fits(preparationSchema, preparation)).toBe(true);
    for (const odd of [
      { black: 200, white: 200 },
      { crop: { x: 0.5, y: 0, width: 0, height: 1 } },
      { crop: { x: -0.1, y: 0, width: 0.5, height: 1 } },
      { turn: 45 },
      { outline: corners.slice(2) },
      { soft: -1 },
    ])
      expect(fits(preparationSchema, { ...preparation, ...odd })).toBe(false);
  });

  test('what is changed must be something, and something known', () => {
    for (const schema of [
      referencePatchSchema,
      setPatchSchema,
      studyPatchSchema,
      boardPatchSchema,
      manyPatchSchema,
    ]) {
      expect(fits(schema, {})).toBe(false);
      expect(fits(schema, { owner: 'me' })).toBe(false);
    }
    expect(fits(referencePatchSchema, { tags: ['rain', 'rain'] })).toBe(false);
    expect(fits(manyPatchSchema, { references: [id(1)] })).toBe(false);
    expect(fits(manyPatchSchema, { references: [id(1)], tag: 'rain' })).toBe(true);
    expect([
      fits(moveSchema, { reference: id(1), after: null }),
      fits(moveSchema, { reference: id(1) }),
    ]).toEqual([true, false]);
    expect([
      fits(newStudySchema, { reference: id(1) }),
      fits(newStudySchema, { reference: id(1), attempt: id(2) }),
      fits(newStudySchema, {}),
    ]).toEqual([true, false, false]);
    expect([
      fits(newBoardSchema, {
        title: 'Hats',
        references: Array.from({ length: MOST_ON_BOARD }, (_, i) => id(i)),
      }),
      fits(newBoardSchema, {
        title: 'Hats',
        references: Array.from({ length: MOST_ON_BOARD + 1 }, (_, i) => id(i)),
      }),
    ]).toEqual([true, false]);
  });

  test('a set’s file of another format or version is not read', () => {
    const file = {
      format: 'deft-study-set',
      version: 1,
      title: 'Lamps',
      pictures: [
        {
          file: 'a.png',
          title: 'Lamp',
          author: '',
          source: '',
          credit: '',
          licence: '',
          caption: '',
          year: null,
          taken: '',
          subject: 'object',
          tags: [],
          view: null,
          note: '',
          figureHeight: null,
          marks: [],
        },
      ],
    };
    expect(fits(setFileSchema, { ...file, format: 'other' })).toBe(false);
    expect(fits(setFileSchema, { ...file, version: 2 })).toBe(false);
    expect(fits(setFileSchema, { ...file, pictures: [] })).toBe(true);
  });
});

test('at the door and at the picture service only what they ask for', () => {
  expect(
    ['123456', '00000000', '12', '12345a', "1' or 1"].map((code) => fits(joinSchema, { code, name: '' })),
  ).toEqual([true, true, false, false, false]);
  expect([
    fits(takeSchema, { keys: ['lamp-3'] }),
    fits(takeSchema, { keys: ['../etc'] }),
    fits(takeSchema, { keys: ['a', 'a'] }),
  ]).toEqual([true, false, false]);
});

test('a drawing is laid by numbers that can be undone, or by the desk again', () => {
  expect([
    fits(attemptPatchSchema, { laid: [2, 0, 0, 2, 10, -5] }),
    fits(attemptPatchSchema, { laid: [-2, 0, 0, 2, 10, -5] }),
    fits(attemptPatchSchema, { laid: null }),
    fits(attemptPatchSchema, { laid: [2, 1, 4, 2, 0, 0] }),
    fits(attemptPatchSchema, { laid: [1, 0, 0, 1] }),
    fits(attemptPatchSchema, {}),
  ]).toEqual([true, true, true, false, false, false]);
});

test('what is meant otherwise is one of a few things, of a part or of the whole', () => {
  const meant = (...departures: object[]) => fits(attemptPatchSchema, { departures });
  expect([
    meant(),
    meant({ kind: 'size', part: 'head', by: 1.5 }, { kind: 'flipped' }),
    meant({ kind: 'size', part: 'left arm', by: null }, { kind: 'pose', part: 'left arm' }),
    meant({ kind: 'view', part: null }, { kind: 'inspired', part: 'hat' }, { kind: 'unlike', part: 'knee' }),
  ]).toEqual([true, true, true, true]);
  expect([
    meant({ kind: 'size', part: 'head' }),
    meant({ kind: 'size', part: 'head', by: 0 }),
    meant({ kind: 'size', part: 'head', by: 99 }),
    meant({ kind: 'size', part: null, by: 2 }),
    meant({ kind: 'pose', part: 'head', by: 2 }),
    meant({ kind: 'flipped', part: 'head' }),
    meant({ kind: 'view' }),
    meant({ kind: 'otherwise', part: 'head' }),
    meant(...Array.from({ length: 25 }, () => ({ kind: 'flipped' }))),
  ]).toEqual(new Array(9).fill(false));
});

test('a report is kept with what it was made from and what it said', () => {
  const says = [{ sentence: 'The head is large.', sure: 'clearly' }];
  const line = { strokes: 60, length: 30, restated: 0.2, pace: null, smoothness: -2.1, pressure: 0.2 };
  const report = { page: 12, trace: null, revision: 3, computation: 2, miss: 4.5, headline: 'So', says };
  expect([
    fits(reportSchema, report),
    fits(reportSchema, { ...report, says: [] }),
    fits(reportSchema, { ...report, line }),
    fits(reportSchema, { ...report, miss: null, trace: 7 }),
    fits(reportSchema, { ...report, says: [{ sentence: 'x', sure: 'perhaps', kind: 'gaps' }] }),
    fits(reportSchema, { ...report, says: [{ sentence: 'x', sure: 'perhaps', kind: 'looks' }] }),
    fits(reportSchema, { ...report, says: [{ sentence: 'x', sure: 'surely' }] }),
    fits(reportSchema, { ...report, page: -1 }),
    fits(reportSchema, { ...report, miss: Infinity }),
    fits(reportSchema, { ...report, headline: 'x'.repeat(601) }),
    fits(reportSchema, { ...report, line: { ...line, restated: 1.2 } }),
    fits(reportSchema, { ...report, line: { ...line, strokes: null } }),
  ]).toEqual([true, true, true, true, true, false, false, false, false, false, false, false]);
});

describe('the running clock', () => {
  const clock = newClock([[{ doing: 'draw', planned: 1000, seen: true }]]);
  test('fits as the core makes it, at every turn', () => {
    const running = tickClock(clock, { kind: 'start', at: 5.25 });
    expect(
      [clock, running, tickClock(running, { kind: 'end', at: 600 })].every((value) =>
        fits(runningClockSchema, value),
      ),
    ).toBe(true);
  });

  test.each([
    ['a pose that is not there', { ...clock, current: 1 }],
    ['a stretch that is not there', { ...clock, poses: [{ ...clock.poses[0], turn: 1 }] }],
    ['no pose', { ...clock, poses: [], current: 0 }],
    ['another phase', { ...clock, phase: 'asleep' }],
    ['anything at all', { a: 1 }],
  ])('with %s does not', (_, value) => {
    expect(fits(runningClockSchema, value)).toBe(false);
  });
});
