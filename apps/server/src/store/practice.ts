import { eq, gte, isNull, like, lt, or, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import type { PracticeQuery } from '@deft/contract';
import { attempts, poses, references, setMembers } from './schema.ts';
import { patternsOf } from './words.ts';

/** What lists of sessions and of studies are sought by alike. */

/** Of which attempts a list is, and what it is called by in a query over them. */
export interface Practised {
  readonly id: AnyPgColumn;
  readonly removal: AnyPgColumn;
  readonly at: AnyPgColumn;
  /** Text of its own, in small letters. */
  readonly words: SQL;
  /** A query for the ids of those with an attempt of which something holds. */
  readonly withAttempt: (holds: SQL) => SQL;
  /** A query for the ids of those with a picture of which something holds. */
  readonly withPicture: (holds: SQL) => SQL;
}

/** Conditions of a list, without those of its own. */
export function practisedWhere(
  { id, removal, at, words, withAttempt, withPicture }: Practised,
  { q, subject, starred, since, before }: PracticeQuery,
): (SQL | undefined)[] {
  return [
    isNull(removal),
    ...patternsOf(q).map((pattern) =>
      or(
        sql`${words} like ${pattern}`,
        sql`${id} in (${withPicture(like(references.words, pattern))})`,
        sql`${id} in (${withAttempt(sql`${poses.note} <> '' and lower(${poses.note}) like ${pattern}`)})`,
      ),
    ),
    subject ? sql`${id} in (${withPicture(eq(references.subject, subject))})` : undefined,
    starred
      ? sql`${id} in (${withAttempt(sql`${poses.starred} and ${attempts.removal} is null`)})`
      : undefined,
    since === undefined ? undefined : gte(at, new Date(since)),
    before === undefined ? undefined : lt(at, new Date(before)),
  ];
}

/** Pictures of a set. */
export const membersOf = (set: string): SQL =>
  sql`select ${setMembers.reference} from ${setMembers} where ${setMembers.set} = ${set}`;
