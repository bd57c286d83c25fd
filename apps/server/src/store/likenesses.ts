import { randomUUID } from 'node:crypto';
import { and, asc, eq, not, sql } from 'drizzle-orm';
import type { Id } from '@deft/core/page';
import type { Database } from './database.ts';
import { keptAlike, references } from './schema.ts';

/** A picture as the search for near-duplicates looks at it. */
export interface Likeness {
  readonly id: Id;
  readonly likeness: string;
  /** The groups it was kept in: two pictures that share one are both wanted. */
  readonly kept: readonly string[];
}

/** What the search for near-duplicates looks at, oldest first. */
export async function listLikenesses(database: Database): Promise<Likeness[]> {
  return database
    .select({
      id: references.id,
      likeness: references.likeness,
      kept: sql<
        string[]
      >`coalesce(jsonb_agg(${keptAlike.kept}) filter (where ${keptAlike.kept} is not null), '[]')`,
    })
    .from(references)
    .leftJoin(keptAlike, eq(keptAlike.reference, references.id))
    .where(and(not(references.hidden), sql`${references.likeness} <> ''`))
    .groupBy(references.id)
    .orderBy(asc(references.createdAt), asc(references.id));
}

/** These are all wanted, however alike they are: a row each, in a group of their own. */
export async function keepAlike(database: Database, ids: readonly Id[]): Promise<void> {
  const kept = randomUUID();
  await database.execute(sql`
    insert into ${keptAlike} ("kept", "reference")
    select ${kept}, r."id" from ${references} r
    where r."id" in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb))
  `);
}
