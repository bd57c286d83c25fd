import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Pass, StudyBrief, StudyQuery } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Database } from './database.ts';
import { listPractised, type Practised } from './practice.ts';
import { attempts, pages, preparations, references, setMembers, studies } from './schema.ts';

const PRACTISED: Practised = {
  table: studies,
  id: studies.id,
  removal: studies.removal,
  at: studies.updatedAt,
  hasWords: (pattern) => sql`lower(${studies.title}) like ${pattern}`,
  inAttempt: attempts.study,
  withPicture: (pictures) =>
    sql`select "of"."id" from ${studies} "of" where "of"."reference" in (${pictures})`,
};

/** Every study that fits, by id, that which was last worked on first. */
export function listStudyIds(database: Database, query: StudyQuery): Promise<Id[]> {
  const { set, pass } = query;
  const members = sql`select ${setMembers.reference} from ${setMembers} where ${setMembers.set} = ${set}`;
  return listPractised(database, PRACTISED, query, [
    set ? sql`${studies.reference} in (${members})` : undefined,
    pass ? eq(studies.pass, pass) : undefined,
  ]);
}

/** Some studies without their drawings but for the last, by id. */
export async function studyBriefs(database: Database, listed: readonly Id[]): Promise<Map<Id, StudyBrief>> {
  if (listed.length === 0) return new Map();
  const theirs = and(inArray(attempts.study, [...listed]), isNull(attempts.removal));
  const drawn = await database
    .selectDistinctOn([attempts.study], {
      study: attempts.study,
      count: sql<number>`count(*) over (partition by ${attempts.study})`.mapWith(Number),
      attempt: attempts.id,
      version: pages.head,
      miss: attempts.miss,
    })
    .from(attempts)
    .innerJoin(pages, eq(pages.id, attempts.page))
    .where(theirs)
    .orderBy(attempts.study, desc(attempts.createdAt));
  const last = new Map(drawn.map(({ study, ...one }) => [study, one]));
  const rows = await database
    .select({
      id: studies.id,
      title: studies.title,
      pass: studies.pass,
      updatedAt: studies.updatedAt,
      reference: {
        id: references.id,
        title: references.title,
        revision: studies.revision,
        width: sql<number>`coalesce(${preparations.width}, ${references.width})`.mapWith(Number),
        height: sql<number>`coalesce(${preparations.height}, ${references.height})`.mapWith(Number),
      },
    })
    .from(studies)
    .innerJoin(references, eq(references.id, studies.reference))
    .leftJoin(
      preparations,
      and(eq(preparations.reference, studies.reference), eq(preparations.revision, studies.revision)),
    )
    .where(inArray(studies.id, [...listed]));
  return new Map(
    rows.map(({ pass, updatedAt, ...study }) => {
      const one = last.get(study.id);
      return [
        study.id,
        {
          ...study,
          pass: pass as Pass,
          updatedAt: updatedAt.getTime(),
          attempts: one?.count ?? 0,
          last: one ? { attempt: one.attempt, version: one.version, miss: one.miss } : null,
        },
      ];
    }),
  );
}
