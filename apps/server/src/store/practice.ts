import { eq, gte, isNull, like, lt, or, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { PracticeQuery } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Database } from './database.ts';
import { attempts, poses, references } from './schema.ts';
import { patternsOf } from './words.ts';

/** What lists of sessions and of studies are sought by alike. */

/** A table of sessions or of studies, and what a list of them is sought and ordered by. */
export interface Practised {
  readonly table: PgTable;
  readonly id: AnyPgColumn;
  readonly removal: AnyPgColumn;
  /** The latest stands first. */
  readonly at: AnyPgColumn;
  /** Whether a pattern is found in text of its own, which is in small letters. */
  readonly hasWords: (pattern: string) => SQL | undefined;
  /** Which of an attempt's columns names it. */
  readonly inAttempt: AnyPgColumn;
  /** A query for the ids of those with one of some pictures. */
  readonly withPicture: (pictures: SQL) => SQL;
}

/** Pictures of which something holds. */
const picturesWith = (holds: SQL): SQL => sql`select ${references.id} from ${references} where ${holds}`;

/**
 * Every one that fits, by id. They come as one text: thousands of rows would take longer to unpack than to
 * find.
 * @param more conditions of its own
 */
export async function listPractised(
  database: Database,
  { table, id, removal, at, hasWords, inAttempt, withPicture }: Practised,
  { q, subject, starred, since, before }: PracticeQuery,
  more: readonly (SQL | undefined)[],
): Promise<Id[]> {
  const starredPoses = sql`select ${inAttempt} from ${poses} join ${attempts} on ${attempts.id} = ${poses.attempt} where ${poses.starred} and ${inAttempt} is not null and ${attempts.removal} is null`;
  const conditions = [
    isNull(removal),
    ...patternsOf(q).map((pattern) =>
      or(hasWords(pattern), sql`${id} in (${withPicture(picturesWith(like(references.words, pattern)))})`),
    ),
    subject ? sql`${id} in (${withPicture(picturesWith(eq(references.subject, subject)))})` : undefined,
    // Found once, and then looked up.
    starred ? sql`${id} = any(array(${starredPoses}))` : undefined,
    since === undefined ? undefined : gte(at, new Date(since)),
    before === undefined ? undefined : lt(at, new Date(before)),
    ...more,
  ].filter((condition) => condition !== undefined);
  const [row] = await database
    .select({ ids: sql<string | null>`string_agg(${id}, ' ' order by ${at} desc, ${id})` })
    .from(table)
    .where(sql.join(conditions, sql` and `));
  return row?.ids?.split(' ') ?? [];
}
