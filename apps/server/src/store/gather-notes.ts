import { sql } from 'drizzle-orm';
import type { Id } from '@deft/core/page';
import { among } from './among.ts';
import type { Database } from './database.ts';
import { attempts, poses, sessions } from './schema.ts';

/** Writes down with some sessions what is noted of their poses, as searches look through it. */
export async function gatherNotes(tx: Pick<Database, 'execute'>, ids: readonly Id[]): Promise<void> {
  await tx.execute(sql`
    update ${sessions} set "notes" = coalesce((
      select string_agg(p.note, ' ' order by p.position)
      from ${poses} p join ${attempts} a on a.id = p.attempt and a.removal is null
      where p.session = ${sessions.id} and p.note <> ''), '')
    where ${sessions.id} in ${among(ids)}`);
}
