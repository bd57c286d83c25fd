import { sql } from 'drizzle-orm';
import type { Id } from '@deft/core/page';
import { among } from './among.ts';
import type { Database } from './database.ts';
import { attempts, boards, lifts, pages, poses, traces } from './schema.ts';

/** Removes those of some pages that nothing names any more, with all that is on them. */
export async function dropPages(tx: Pick<Database, 'execute'>, ids: readonly Id[]): Promise<void> {
  await tx.execute(sql`
    delete from ${pages} where ${pages.id} in ${among(ids)}
      and not exists (select 1 from ${attempts} where ${attempts.page} = ${pages.id})
      and not exists (select 1 from ${traces} where ${traces.page} = ${pages.id})
      and not exists (select 1 from ${lifts} where ${lifts.page} = ${pages.id})
      and not exists (select 1 from ${boards} where ${boards.page} = ${pages.id})
      and ${pages.id} not in (select ${poses.other}->>'page' from ${poses} where ${poses.other} is not null)`);
}
