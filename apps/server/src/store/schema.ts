import { sql } from 'drizzle-orm';
import { bigint, boolean, check, foreignKey, index, integer, jsonb, pgTable, primaryKey, real, smallint, text, timestamp, uniqueIndex } from 'drizzle-orm/pg-core';
import type { Truth } from '@deft/contract';
import type { Operation } from '@deft/core';

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
const created = () => moment('created_at').notNull().defaultNow();

/** Files by their SHA-256; the bytes lie beside the database. */
export const blobs = pgTable('blobs', {
  sha256: text('sha256').primaryKey(),
  mime: text('mime').notNull(),
  bytes: bigint('bytes', { mode: 'number' }).notNull(),
});

export const references = pgTable('references', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  subject: text('subject').notNull(),
  original: text('original').notNull().references(() => blobs.sha256),
  preview: text('preview').notNull().references(() => blobs.sha256),
  width: integer('width').notNull(),
  height: integer('height').notNull(),
  source: text('source').notNull().default(''),
  author: text('author').notNull().default(''),
  year: smallint('year'),
  licence: text('licence').notNull().default(''),
  truth: jsonb('truth').$type<Truth>(),
  figureHeight: real('figure_height'),
  createdAt: created(),
}, (t) => [index('references_created').on(t.createdAt), uniqueIndex('references_original').on(t.original), check('references_size', sql`${t.width} > 0 and ${t.height} > 0`)]);

export const sets = pgTable('sets', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  note: text('note').notNull().default(''),
  order: text('order').notNull(),
}, (t) => [index('sets_order').on(t.order)]);

export const setMembers = pgTable('set_members', {
  set: text('set').notNull().references(() => sets.id, { onDelete: 'cascade' }),
  reference: text('reference').notNull().references(() => references.id, { onDelete: 'cascade' }),
  order: text('order').notNull(),
}, (t) => [primaryKey({ columns: [t.set, t.reference] }), index('set_members_order').on(t.set, t.order)]);

/** `head` is the last number given on the page. */
export const pages = pgTable('pages', {
  id: text('id').primaryKey(),
  head: integer('head').notNull().default(0),
  createdAt: created(),
});

/** Every sheet that a page has ever had: what an operation lays on another is refused. */
export const pageSheets = pgTable('page_sheets', {
  page: text('page').notNull().references(() => pages.id, { onDelete: 'cascade' }),
  sheet: text('sheet').notNull(),
}, (t) => [primaryKey({ columns: [t.page, t.sheet] })]);

export const operations = pgTable('operations', {
  page: text('page').notNull().references(() => pages.id, { onDelete: 'cascade' }),
  number: integer('number').notNull(),
  id: text('id').notNull(),
  device: text('device').notNull(),
  n: integer('n').notNull(),
  seen: integer('seen').notNull(),
  at: bigint('at', { mode: 'number' }).notNull(),
  kind: text('kind').notNull(),
  version: smallint('version').notNull(),
  body: jsonb('body').notNull().$type<Operation['body']>(),
}, (t) => [
  primaryKey({ columns: [t.page, t.number] }),
  uniqueIndex('operations_id').on(t.id),
  uniqueIndex('operations_device').on(t.page, t.device, t.n),
  check('operations_kind', sql`${t.kind} in ('change', 'revert')`),
  check('operations_number', sql`${t.number} > 0 and ${t.n} > 0`),
]);

export const studies = pgTable('studies', {
  id: text('id').primaryKey(),
  reference: text('reference').notNull().references(() => references.id),
  pass: text('pass').notNull(),
  createdAt: created(),
  updatedAt: moment('updated_at').notNull().defaultNow(),
}, (t) => [index('studies_updated').on(t.updatedAt), check('studies_pass', sql`${t.pass} in ('trace', 'build', 'check')`)]);

export const traces = pgTable('traces', {
  id: text('id').primaryKey(),
  study: text('study').notNull().references(() => studies.id, { onDelete: 'cascade' }),
  page: text('page').notNull().references(() => pages.id),
  createdAt: created(),
}, (t) => [index('traces_study').on(t.study, t.createdAt)]);

/** One freehand drawing of a reference; a pose's drawing too. It belongs to a study once it is opened as one. */
export const attempts = pgTable('attempts', {
  id: text('id').primaryKey(),
  page: text('page').notNull().references(() => pages.id),
  reference: text('reference').notNull().references(() => references.id),
  study: text('study').references(() => studies.id, { onDelete: 'set null' }),
  way: text('way').notNull(),
  seconds: integer('seconds'),
  createdAt: created(),
}, (t) => [index('attempts_study').on(t.study, t.createdAt), index('attempts_reference').on(t.reference), check('attempts_way', sql`${t.way} in ('on screen', 'freehand')`)]);

export const sessions = pgTable('sessions', {
  id: text('id').primaryKey(),
  set: text('set').notNull().references(() => sets.id),
  clock: jsonb('clock'),
  over: boolean('over').notNull().default(false),
  createdAt: created(),
}, (t) => [index('sessions_created').on(t.createdAt)]);

export const poses = pgTable('poses', {
  id: text('id').primaryKey(),
  session: text('session').notNull(),
  position: integer('position').notNull(),
  attempt: text('attempt').notNull().references(() => attempts.id),
  seconds: integer('seconds').notNull(),
  drawnMs: real('drawn_ms'),
  heldMs: real('held_ms').notNull().default(0),
  addedMs: real('added_ms').notNull().default(0),
  skipped: boolean('skipped').notNull().default(false),
}, (t) => [
  uniqueIndex('poses_session').on(t.session, t.position),
  foreignKey({ columns: [t.session], foreignColumns: [sessions.id] }).onDelete('cascade'),
]);
