import type { Answer, Id, Operation } from '@deft/core/page';
import type {
  Listed,
  PracticeQuery,
  ReferenceBrief,
  ReferenceQuery,
  SessionBrief,
  StudyBrief,
  StudyQuery,
} from '@deft/contract';
import { openDatabase, type Database, type OpenOptions } from './database.ts';
import * as boardTraces from './board-traces.ts';
import * as boards from './boards.ts';
import * as drawings from './drawings.ts';
import * as guests from './guests.ts';
import { keepReference } from './keep-reference.ts';
import * as likenesses from './likenesses.ts';
import { Listings, type Listing } from './listings.ts';
import * as marks from './marks.ts';
import * as pages from './pages.ts';
import * as papers from './papers.ts';
import * as preparations from './preparations.ts';
import * as recipes from './recipes.ts';
import * as references from './references.ts';
import * as reports from './reports.ts';
import * as repairs from './repairs.ts';
import * as purge from './purge.ts';
import * as removals from './removals.ts';
import { listSessionIds, sessionBriefs } from './session-lists.ts';
import * as sessions from './sessions.ts';
import * as sets from './sets.ts';
import * as rules from './rules.ts';
import * as sisters from './sisters.ts';
import * as tasks from './tasks.ts';
import * as studies from './studies.ts';
import * as traceRows from './trace-rows.ts';
import { listStudyIds, studyBriefs } from './study-lists.ts';

/** Drops the database from a query's arguments. */
type Bound<F> = F extends (database: Database, ...rest: infer A) => infer R ? (...rest: A) => R : never;
type BoundAll<T> = { [K in keyof T]: Bound<T[K]> };

const QUERIES = {
  ...boardTraces,
  ...boards,
  ...drawings,
  ...references,
  knownPreparation: preparations.knownPreparation,
  keepPreparation: preparations.keepPreparation,
  listPreparations: preparations.listPreparations,
  ...marks,
  ...likenesses,
  ...repairs,
  keepReference,
  ...sets,
  ...studies,
  ...tasks,
  listSetTraces: traceRows.listSetTraces,
  ...recipes,
  listSessionIds,
  listStudyIds,
  ...sessions,
  ...removals,
  ...purge,
  ...papers,
  ...reports,
  ...rules,
  ...sisters,
  ...guests,
  readPage: pages.readPage,
  readHead: pages.readHead,
  readPageText: pages.readPageText,
};

/** Queries that write nothing, by how they are called. */
const READS = /^(read|list|known|briefs|referenceFiles)/;

export type Store = BoundAll<typeof QUERIES> & {
  /** A page of a wall: those that fit, in the order asked for. */
  listReferences(query: ReferenceQuery): Promise<Listed<ReferenceBrief>>;
  listSessions(query: PracticeQuery): Promise<Listed<SessionBrief>>;
  listStudies(query: StudyQuery): Promise<Listed<StudyBrief>>;
  appendOperations(page: Id, batch: readonly Operation[], after: number): Promise<Answer>;
  close(): Promise<void>;
};

/**
 * The desk's store: every query over one open database. Writes go one at a time, and a page's
 * operations before anything else that waits.
 */
export async function openStore(options: OpenOptions): Promise<Store> {
  const { client, database } = await openDatabase(options);
  const urgent: (() => Promise<void>)[] = [];
  const patient: (() => Promise<void>)[] = [];
  let busy = false;
  const work = async (): Promise<void> => {
    if (busy) return;
    busy = true;
    for (let next = urgent.shift() ?? patient.shift(); next; next = urgent.shift() ?? patient.shift())
      await next();
    busy = false;
  };
  const queue = <T>(line: (() => Promise<void>)[], job: () => Promise<T>): Promise<T> =>
    new Promise((resolve, reject) => {
      line.push(() => job().then(resolve, reject));
      void work();
    });
  const listings = new Listings();
  const listed =
    <Query extends object, Item>(
      name: string,
      ids: (database: Database, which: Query) => Promise<readonly Id[]>,
      items: (database: Database, ids: readonly Id[]) => Promise<ReadonlyMap<Id, Item>>,
    ) =>
    (query: Query): Promise<Listed<Item>> => {
      const listing: Listing<Query, Item> = {
        name,
        ids: (which) => ids(database, which as Query),
        items: (of) => items(database, of),
      };
      return queue(patient, () => listings.page(listing, query));
    };
  const bound = Object.fromEntries(
    Object.entries(QUERIES).map(([name, query]) => [
      name,
      (...rest: unknown[]) =>
        queue(patient, async () => {
          const answer = await (query as (...all: unknown[]) => Promise<unknown>)(database, ...rest);
          if (!READS.test(name)) listings.forget();
          return answer;
        }),
    ]),
  ) as BoundAll<typeof QUERIES>;
  return {
    ...bound,
    listReferences: listed('references', references.listIds, references.briefs),
    listSessions: listed('sessions', listSessionIds, sessionBriefs),
    listStudies: listed('studies', listStudyIds, studyBriefs),
    readPage: (...rest) => queue(urgent, () => pages.readPage(database, ...rest)),
    readPageText: (...rest) => queue(urgent, () => pages.readPageText(database, ...rest)),
    readHead: (...rest) => queue(urgent, () => pages.readHead(database, ...rest)),
    appendOperations: (...rest) => queue(urgent, () => pages.appendOperations(database, ...rest)),
    close: () => queue(patient, () => client.close()),
  };
}
