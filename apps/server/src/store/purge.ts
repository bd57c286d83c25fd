import { eq, inArray, sql } from 'drizzle-orm';
import type { Id } from '@deft/core/page';
import { among } from './among.ts';
import { dropPages } from './drop-pages.ts';
import type { Database } from './database.ts';
import {
  attempts,
  blobs,
  lifts,
  operations,
  pageThings,
  papers,
  poses,
  preparations,
  references,
  removals,
  sessions,
  studies,
  traces,
} from './schema.ts';

/** What was removed goes for good: its rows, its pages, and the files that nothing else has. */

type Tx = Pick<Database, 'select' | 'execute' | 'delete' | 'update'>;

const idsOf = (rows: readonly { readonly id: Id | null }[]): Id[] => [
  ...new Set(rows.flatMap(({ id }) => id ?? [])),
];

/** Pages that belong to some attempts, studies and papers. */
async function pagesOf(tx: Tx, of: { attempts: Id[]; studies: Id[]; papers: Id[] }): Promise<Id[]> {
  const { rows } = (await tx.execute(sql`
    select ${attempts.page} as id from ${attempts} where ${attempts.id} in ${among(of.attempts)}
    union select ${poses.other}->>'page' from ${poses} where ${poses.attempt} in ${among(of.attempts)}
    union select ${traces.page} from ${traces} where ${traces.study} in ${among(of.studies)}
    union select ${lifts.page} from ${lifts} where ${lifts.paper} in ${among(of.papers)}`)) as {
    rows: { id: Id | null }[];
  };
  return idsOf(rows);
}

/**
 * Papers of sessions and studies that go, without those on which a drawing of a study that stays lies: these
 * become papers of that study.
 */
async function papersThatGo(tx: Tx, going: { sessions: Id[]; studies: Id[]; attempts: Id[] }): Promise<Id[]> {
  const found = await tx
    .select({ id: papers.id })
    .from(papers)
    .where(sql`${papers.session} in ${among(going.sessions)} or ${papers.study} in ${among(going.studies)}`);
  if (found.length === 0) return [];
  const { rows } = (await tx.execute(sql`
    select distinct on (p.id) p.id, a.study
    from ${papers} p, ${attempts} a
    where p.id in ${among(idsOf(found))}
      and a.study is not null
      and a.study not in ${among(going.studies)}
      and a.id not in ${among(going.attempts)}
      and exists (
        select 1 from ${pageThings} t where t.page = a.page and t.type = 'placement'
      )
      and exists (
        select 1 from ${operations} o
        where o.page = a.page and o.kind = 'change' and strpos(o.body::text, p.id) > 0
      )
    order by p.id, a.created_at`)) as { rows: { id: Id; study: Id }[] };
  for (const { id, study } of rows)
    await tx.update(papers).set({ session: null, study }).where(eq(papers.id, id));
  const kept = new Set(idsOf(rows));
  return idsOf(found).filter((id) => !kept.has(id));
}

/** Removes rows of those files that nothing names any more, and gives their names. */
async function dropBlobs(tx: Tx, names: readonly string[]): Promise<string[]> {
  const namedBy = [
    [references, [references.original, references.shown, references.preview, references.small]],
    [preparations, [preparations.picture, preparations.preview, preparations.small]],
    [papers, [papers.photo, papers.shown]],
    [lifts, [lifts.ink]],
  ] as const;
  const unnamed = namedBy.flatMap(([table, columns]) =>
    columns.map((column) => sql`not exists (select 1 from ${table} where ${column} = ${blobs.sha256})`),
  );
  const { rows } = (await tx.execute(sql`
    delete from ${blobs} where ${blobs.sha256} in ${among(names)} and ${sql.join(unnamed, sql` and `)}
    returning ${blobs.sha256} as id`)) as { rows: { id: string }[] };
  return idsOf(rows);
}

/**
 * Removes for good what some removals took, all of it or nothing. Those that are not there are passed over.
 * @returns names of the files that no row names any more
 */
export async function purgeRemovals(database: Database, ids: readonly Id[]): Promise<string[]> {
  return database.transaction(async (tx) => {
    const taken = (table: typeof sessions | typeof studies | typeof attempts) =>
      tx
        .select({ id: table.id })
        .from(table)
        .where(inArray(table.removal, [...ids]));
    const gone = { sessions: idsOf(await taken(sessions)), studies: idsOf(await taken(studies)) };
    // With what goes, what was removed of it by itself before.
    const before = await tx
      .select({ id: attempts.id, removal: attempts.removal })
      .from(attempts)
      .where(
        sql`${attempts.removal} is not null
          and (${attempts.session} in ${among(gone.sessions)} or ${attempts.study} in ${among(gone.studies)})
          and (${attempts.session} is null or ${attempts.session} in ${among(gone.sessions)})
          and (${attempts.study} is null or ${attempts.study} in ${among(gone.studies)})`,
      );
    const going = { ...gone, attempts: idsOf([...(await taken(attempts)), ...before]) };
    const goingPapers = await papersThatGo(tx, going);
    const left = await pagesOf(tx, { ...going, papers: goingPapers });
    const { rows: files } = (await tx.execute(sql`
      select ${papers.photo} as id from ${papers} where ${papers.id} in ${among(goingPapers)}
      union select ${papers.shown} from ${papers} where ${papers.id} in ${among(goingPapers)}
      union select ${lifts.ink} from ${lifts} where ${lifts.paper} in ${among(goingPapers)}`)) as {
      rows: { id: string }[];
    };
    await tx.delete(papers).where(sql`${papers.id} in ${among(goingPapers)}`);
    await tx.delete(studies).where(sql`${studies.id} in ${among(going.studies)}`);
    await tx.delete(poses).where(sql`${poses.attempt} in ${among(going.attempts)}`);
    await tx.delete(sessions).where(sql`${sessions.id} in ${among(going.sessions)}`);
    await tx.delete(attempts).where(sql`${attempts.id} in ${among(going.attempts)}`);
    await dropPages(tx, left);
    const over = [...ids, ...before.flatMap(({ removal }) => removal ?? [])];
    await tx.delete(removals).where(sql`${removals.id} in ${among(over)}`);
    return dropBlobs(tx, idsOf(files));
  });
}
