import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  real,
  smallint,
  text,
  timestamp,
  unique,
  uniqueIndex,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';
import type { FoundPage, InMind, Lifting, Removable, SetTask, SubjectTrait, Truth } from '@deft/contract';
import type { Affine, Point } from '@deft/core/geometry';
import type { Departure, ReportInWords } from '@deft/core/findings';
import type { Id, Operation, ThingType } from '@deft/core/page';
import type { Preparation, ReferenceMark, PictureMark } from '@deft/core/reference';
import type { Block, Clock, Plan, PoseEnd, Step } from '@deft/core/session';
import type { LineFigures } from '@deft/core/strokes';

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
const created = () => moment('created_at').notNull().defaultNow();

/** Files by their SHA-256; the bytes lie beside the database. */
export const blobs = pgTable('blobs', {
  sha256: text('sha256').primaryKey(),
  mime: text('mime').notNull(),
  bytes: bigint('bytes', { mode: 'number' }).notNull(),
});

/**
 * `original` is the file as it came; `shown` is what a browser gets where it cannot or must not show
 * the original itself. `small` is missing on what an earlier desk brought in, until it is made.
 */
export const references = pgTable(
  'references',
  {
    id: text('id').primaryKey(),
    title: text('title').notNull(),
    subject: text('subject').notNull(),
    original: text('original')
      .notNull()
      .references(() => blobs.sha256),
    shown: text('shown').references(() => blobs.sha256),
    preview: text('preview')
      .notNull()
      .references(() => blobs.sha256),
    small: text('small').references(() => blobs.sha256),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    source: text('source').notNull().default(''),
    author: text('author').notNull().default(''),
    credit: text('credit').notNull().default(''),
    caption: text('caption').notNull().default(''),
    year: smallint('year'),
    taken: text('taken').notNull().default(''),
    licence: text('licence').notNull().default(''),
    tags: jsonb('tags').$type<readonly string[]>().notNull().default([]),
    view: text('view'),
    note: text('note').notNull().default(''),
    hidden: boolean('hidden').notNull().default(false),
    location: jsonb('location').$type<readonly [number, number]>(),
    truth: jsonb('truth').$type<Truth>(),
    figureHeight: real('figure_height'),
    likeness: text('likeness').notNull().default(''),
    /** What a search looks through. */
    words: text('words')
      .notNull()
      .generatedAlwaysAs(
        sql`lower("title" || ' ' || "tags"::text || ' ' || "note" || ' ' || "caption" || ' ' || "author" || ' ' || "credit" || ' ' || "source" || ' ' || "licence")`,
      ),
    revision: integer('revision').notNull().default(0),
    /** Kept by a trigger on the attempts (migration 0002). */
    attempts: integer('attempts').notNull().default(0),
    createdAt: created(),
  },
  (t) => [
    index('references_created').on(t.createdAt),
    index('references_attempts').on(t.attempts),
    uniqueIndex('references_original').on(t.original),
    check('references_size', sql`${t.width} > 0 and ${t.height} > 0`),
    check('references_view', sql`${t.view} in ('front', 'three-quarter', 'side', 'back', 'above', 'below')`),
  ],
);

/** What the student placed on a reference. */
export const referenceMarks = pgTable(
  'reference_marks',
  {
    id: text('id').primaryKey(),
    reference: text('reference')
      .notNull()
      .references(() => references.id, { onDelete: 'cascade' }),
    kind: text('kind').notNull(),
    body: jsonb('body').notNull().$type<ReferenceMark>(),
    createdAt: created(),
  },
  (t) => [
    index('reference_marks_reference').on(t.reference, t.createdAt),
    check(
      'reference_marks_kind',
      sql`${t.kind} in ('trait', 'landmark', 'sight', 'detail', 'silhouette', 'load', 'rule')`,
    ),
  ],
);

/** Prepared pictures of a reference, numbered from 1; all stay, since poses and attempts keep theirs. */
export const preparations = pgTable(
  'preparations',
  {
    reference: text('reference')
      .notNull()
      .references(() => references.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    settings: jsonb('settings').notNull().$type<Preparation>(),
    picture: text('picture')
      .notNull()
      .references(() => blobs.sha256),
    preview: text('preview')
      .notNull()
      .references(() => blobs.sha256),
    small: text('small')
      .notNull()
      .references(() => blobs.sha256),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    createdAt: created(),
  },
  (t) => [
    primaryKey({ columns: [t.reference, t.revision] }),
    check('preparations_revision', sql`${t.revision} > 0`),
  ],
);

/** Pictures that look alike and are all wanted: those of one group are no look-alikes any more. */
export const keptAlike = pgTable(
  'kept_alike',
  {
    kept: text('kept').notNull(),
    reference: text('reference')
      .notNull()
      .references(() => references.id, { onDelete: 'cascade' }),
  },
  (t) => [primaryKey({ columns: [t.kept, t.reference] }), index('kept_alike_reference').on(t.reference)],
);

export const sets = pgTable(
  'sets',
  {
    id: text('id').primaryKey(),
    title: text('title').notNull(),
    note: text('note').notNull().default(''),
    traits: jsonb('traits').$type<readonly SubjectTrait[]>().notNull().default([]),
    order: text('order').notNull(),
    removed: boolean('removed').notNull().default(false),
  },
  (t) => [index('sets_order').on(t.order)],
);

export const setMembers = pgTable(
  'set_members',
  {
    set: text('set')
      .notNull()
      .references(() => sets.id, { onDelete: 'cascade' }),
    reference: text('reference')
      .notNull()
      .references(() => references.id, { onDelete: 'cascade' }),
    order: text('order').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.set, t.reference] }),
    index('set_members_order').on(t.set, t.order),
    index('set_members_reference').on(t.reference),
  ],
);

/** `head` is the last number given on the page. */
export const pages = pgTable('pages', {
  id: text('id').primaryKey(),
  head: integer('head').notNull().default(0),
  createdAt: created(),
});

/**
 * Every thing that a page has ever had, and of what kind: a change is checked against the kind of thing it is
 * for, and what is laid on a sheet against the sheets.
 */
export const pageThings = pgTable(
  'page_things',
  {
    page: text('page')
      .notNull()
      .references(() => pages.id, { onDelete: 'cascade' }),
    thing: text('thing').notNull(),
    type: text('type').notNull().$type<ThingType>(),
  },
  (t) => [primaryKey({ columns: [t.page, t.thing] })],
);

export const operations = pgTable(
  'operations',
  {
    page: text('page')
      .notNull()
      .references(() => pages.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    id: text('id').notNull(),
    device: text('device').notNull(),
    n: integer('n').notNull(),
    seen: integer('seen').notNull(),
    at: bigint('at', { mode: 'number' }).notNull(),
    kind: text('kind').notNull(),
    version: smallint('version').notNull(),
    body: jsonb('body').notNull().$type<Operation['body']>(),
  },
  (t) => [
    primaryKey({ columns: [t.page, t.number] }),
    uniqueIndex('operations_id').on(t.id),
    uniqueIndex('operations_device').on(t.page, t.device, t.n),
    check('operations_kind', sql`${t.kind} in ('change', 'revert')`),
    check('operations_number', sql`${t.number} > 0 and ${t.n} > 0`),
  ],
);

/** Sessions, studies and attempts that were removed, until they are brought back or go for good. */
export const removals = pgTable(
  'removals',
  {
    id: text('id').primaryKey(),
    kind: text('kind').notNull().$type<Removable>(),
    createdAt: created(),
  },
  (t) => [
    index('removals_created').on(t.createdAt),
    check('removals_kind', sql`${t.kind} in ('session', 'study', 'attempt')`),
  ],
);

/** By which removal something is gone; null for what is there. */
const removal = () => text('removal').references(() => removals.id, { onDelete: 'set null' });

export const studies = pgTable(
  'studies',
  {
    id: text('id').primaryKey(),
    /** The student's own name for it; empty where it goes by its reference's. */
    title: text('title').notNull().default(''),
    reference: text('reference')
      .notNull()
      .references(() => references.id),
    revision: integer('revision').notNull().default(0),
    /** One of the passes in the contract, held against them at the door: a new one is named there alone. */
    pass: text('pass').notNull(),
    /** Traits of the subject that were found in it. */
    ticked: jsonb('ticked').$type<readonly string[]>().notNull().default([]),
    removal: removal(),
    createdAt: created(),
    updatedAt: moment('updated_at').notNull().defaultNow(),
  },
  (t) => [
    index('studies_updated').on(t.updatedAt),
    index('studies_reference').on(t.reference),
    index('studies_removal')
      .on(t.removal)
      .where(sql`${t.removal} is not null`),
  ],
);

export const traces = pgTable(
  'traces',
  {
    id: text('id').primaryKey(),
    study: text('study')
      .notNull()
      .references(() => studies.id, { onDelete: 'cascade' }),
    page: text('page')
      .notNull()
      .references(() => pages.id),
    createdAt: created(),
    /** What is built is held against the trace that was opened last. */
    openedAt: moment('opened_at').notNull().defaultNow(),
    /** What kind of its subject it shows, in the student's words. */
    kind: text('kind').notNull().default(''),
    /** The board over which it was traced; null where it was traced over its picture alone. */
    board: text('board').references((): AnyPgColumn => boards.id, { onDelete: 'set null' }),
  },
  (t) => [index('traces_study').on(t.study, t.createdAt)],
);

/** One drawing of a reference; a pose's drawing too. It belongs to a study once it is opened as one. */
export const attempts = pgTable(
  'attempts',
  {
    id: text('id').primaryKey(),
    page: text('page')
      .notNull()
      .references(() => pages.id),
    /** The part of the page that it is; null for the whole page. */
    region: jsonb('region').$type<readonly Point[]>(),
    /** What it is drawn from; null for one that is drawn without a reference. */
    reference: text('reference').references(() => references.id),
    /** A name of its own, and what is drawn, where it is drawn without a reference. */
    title: text('title').notNull().default(''),
    subject: text('subject').notNull().default('figure'),
    revision: integer('revision').notNull().default(0),
    study: text('study').references(() => studies.id, { onDelete: 'set null' }),
    /** Of a pose, the session that it is drawn in. */
    session: text('session').references((): AnyPgColumn => sessions.id, { onDelete: 'set null' }),
    way: text('way').notNull(),
    source: text('source').notNull().default('sight'),
    seconds: integer('seconds'),
    miss: real('miss'),
    /** What one means to watch in it, and the attempt of which that was said. */
    inMind: jsonb('in_mind').$type<InMind>(),
    /** Where the student has laid it by hand. */
    laid: jsonb('laid').$type<Affine>(),
    /** What is meant otherwise than it is in the picture. */
    departures: jsonb('departures').notNull().default([]).$type<readonly Departure[]>(),
    /**
     * When its bell rang, by the clock of the device it was drawn on, milliseconds since 1970: from then on
     * the drawing stays as it is. Null for what has no bell, or is still drawn.
     */
    closedAt: bigint('closed_at', { mode: 'number' }),
    /** The timed drawing that it is an untimed copy of. */
    copyOf: text('copy_of').references((): AnyPgColumn => attempts.id, { onDelete: 'set null' }),
    /**
     * Removed by itself, or gone with what it belongs to: it is there as long as its session or its study is.
     */
    removal: removal(),
    createdAt: created(),
  },
  (t) => [
    index('attempts_study').on(t.study, t.createdAt),
    index('attempts_reference').on(t.reference),
    index('attempts_page').on(t.page),
    index('attempts_copy_of').on(t.copyOf),
    index('attempts_session').on(t.session),
    index('attempts_in_sessions')
      .on(t.reference, t.session)
      .where(sql`${t.session} is not null and ${t.removal} is null`),
    index('attempts_free')
      .on(t.createdAt)
      .where(sql`${t.reference} is null`),
    index('attempts_removal')
      .on(t.removal)
      .where(sql`${t.removal} is not null`),
    check('attempts_way', sql`${t.way} in ('on screen', 'on a grid', 'on paper', 'freehand')`),
    check('attempts_source', sql`${t.source} in ('sight', 'memory', 'knowledge')`),
    // What belongs to a study or a session is drawn from its picture.
    check(
      'attempts_free_alone',
      sql`${t.reference} is not null or (${t.study} is null and ${t.session} is null)`,
    ),
  ],
);

/** What checks said of an attempt, each with the versions that it was made from; -1 for no trace. */
/** What was set to be drawn in a study: one task at the most, gone with it. */
export const tasks = pgTable('tasks', {
  study: text('study')
    .primaryKey()
    .references(() => studies.id, { onDelete: 'cascade' }),
  body: jsonb('body').notNull().$type<SetTask>(),
  createdAt: created(),
});

export const reports = pgTable(
  'reports',
  {
    id: text('id').primaryKey(),
    attempt: text('attempt')
      .notNull()
      .references(() => attempts.id, { onDelete: 'cascade' }),
    page: integer('page').notNull(),
    trace: integer('trace').notNull(),
    revision: integer('revision').notNull(),
    computation: integer('computation').notNull(),
    miss: real('miss'),
    headline: text('headline').notNull(),
    says: jsonb('says').notNull().$type<ReportInWords['says']>(),
    line: jsonb('line').$type<LineFigures>(),
    createdAt: created(),
  },
  (t) => [
    unique('reports_versions').on(t.attempt, t.page, t.trace, t.revision, t.computation),
    index('reports_attempt').on(t.attempt, t.createdAt),
  ],
);

/** In which order the parts of a recipe are drawn: of a subject or a set, as `recipeKey` names it. */
export const recipeOrders = pgTable('recipe_orders', {
  of: text('of').primaryKey(),
  names: jsonb('names').notNull().$type<readonly string[]>(),
});

/** Plans of the student's own. */
export const plans = pgTable(
  'plans',
  {
    id: text('id').primaryKey(),
    title: text('title').notNull(),
    blocks: jsonb('blocks').notNull().$type<readonly Block[]>(),
    createdAt: created(),
  },
  (t) => [index('plans_created').on(t.createdAt)],
);

export const sessions = pgTable(
  'sessions',
  {
    id: text('id').primaryKey(),
    set: text('set')
      .notNull()
      .references(() => sets.id),
    title: text('title').notNull().default(''),
    plan: jsonb('plan').notNull().$type<Plan>(),
    choice: text('choice').notNull().default('least drawn'),
    flip: boolean('flip').notNull().default(false),
    seed: bigint('seed', { mode: 'number' }).notNull().default(0),
    lesson: text('lesson').notNull().default(''),
    inMind: text('in_mind').notNull().default(''),
    /** What was noted of its poses, kept here for searches. */
    notes: text('notes').notNull().default(''),
    /** What of its own a search looks through. */
    words: text('words')
      .notNull()
      .generatedAlwaysAs(
        sql`lower("title" || ' ' || "lesson" || ' ' || ("plan"->>'title') || ' ' || "notes")`,
      ),
    clock: jsonb('clock').$type<Clock>(),
    over: boolean('over').notNull().default(false),
    removal: removal(),
    createdAt: created(),
  },
  (t) => [
    index('sessions_created').on(t.createdAt),
    index('sessions_removal')
      .on(t.removal)
      .where(sql`${t.removal} is not null`),
    check(
      'sessions_choice',
      sql`${t.choice} in ('least drawn', 'random', 'new first', 'weakest subject', 'in order')`,
    ),
  ],
);

export const poses = pgTable(
  'poses',
  {
    id: text('id').primaryKey(),
    session: text('session').notNull(),
    position: integer('position').notNull(),
    attempt: text('attempt')
      .notNull()
      .references(() => attempts.id),
    /** What was to be done, from the plan. */
    step: jsonb('step').notNull().$type<Step>(),
    flipped: boolean('flipped').notNull().default(false),
    drawnMs: real('drawn_ms'),
    heldMs: real('held_ms').notNull().default(0),
    addedMs: real('added_ms').notNull().default(0),
    /** How it ended; null while it is not over. */
    end: text('end').$type<PoseEnd>(),
    /** What *not this one* was said of, with what was drawn of it. */
    other: jsonb('other').$type<PosePlace>(),
    starred: boolean('starred').notNull().default(false),
    note: text('note').notNull().default(''),
    /** What the student put on the picture while it was held. */
    marks: jsonb('marks').notNull().default([]).$type<readonly PictureMark[]>(),
  },
  (t) => [
    uniqueIndex('poses_session').on(t.session, t.position),
    index('poses_attempt').on(t.attempt),
    index('poses_starred')
      .on(t.session)
      .where(sql`${t.starred}`),
    check('poses_end', sql`${t.end} in ('run out', 'done early', 'passed over', 'left unfinished')`),
    foreignKey({ columns: [t.session], foreignColumns: [sessions.id] }).onDelete('cascade'),
  ],
);

/** Of which picture a pose is, and on what it is drawn. */
export interface PosePlace {
  readonly reference: Id;
  readonly revision: number;
  readonly flipped: boolean;
  readonly page: Id;
  readonly region: readonly Point[] | null;
  readonly marks: readonly PictureMark[];
}

/** Photographs of paper. */
export const papers = pgTable(
  'papers',
  {
    id: text('id').primaryKey(),
    /** Whose drawings are on it: a session's, or a study's. */
    session: text('session').references(() => sessions.id, { onDelete: 'cascade' }),
    study: text('study').references(() => studies.id, { onDelete: 'cascade' }),
    photo: text('photo')
      .notNull()
      .references(() => blobs.sha256),
    shown: text('shown')
      .notNull()
      .references(() => blobs.sha256),
    /** Of the photo held upright, pixels. */
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    /** Where the page was found; null where none was. */
    found: jsonb('found').$type<FoundPage>(),
    createdAt: created(),
  },
  (t) => [
    index('papers_session').on(t.session, t.createdAt),
    index('papers_study').on(t.study, t.createdAt),
    check('papers_of_one', sql`num_nonnulls(${t.session}, ${t.study}) = 1`),
    check('papers_size', sql`${t.width} > 0 and ${t.height} > 0`),
  ],
);

/**
 * What was lifted from a photo, each time on a page of its own, numbered from 1; all stay, since poses keep
 * theirs.
 */
export const lifts = pgTable(
  'lifts',
  {
    paper: text('paper')
      .notNull()
      .references(() => papers.id, { onDelete: 'cascade' }),
    lift: integer('lift').notNull(),
    settings: jsonb('settings').notNull().$type<Lifting>(),
    ink: text('ink')
      .notNull()
      .references(() => blobs.sha256),
    /** Of the ink, pixels. */
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    /** Proposed round what lies together on the paper. */
    loops: jsonb('loops').notNull().$type<readonly (readonly Point[])[]>(),
    page: text('page')
      .notNull()
      .references(() => pages.id),
    createdAt: created(),
  },
  (t) => [primaryKey({ columns: [t.paper, t.lift] }), check('lifts_lift', sql`${t.lift} > 0`)],
);

/** Phones and other devices that have been let in. The token itself is known to the device alone. */
export const guests = pgTable(
  'guests',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    tokenHash: text('token_hash').notNull(),
    createdAt: created(),
    seenAt: moment('seen_at').notNull().defaultNow(),
  },
  (t) => [uniqueIndex('guests_token').on(t.tokenHash)],
);

/** Pictures laid out together: a page whose pictures can be moved. */
export const boards = pgTable(
  'boards',
  {
    id: text('id').primaryKey(),
    title: text('title').notNull(),
    page: text('page')
      .notNull()
      .references(() => pages.id),
    removed: boolean('removed').notNull().default(false),
    createdAt: created(),
  },
  (t) => [index('boards_created').on(t.createdAt)],
);
