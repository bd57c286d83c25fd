import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { SetTask, TaskBrief, TaskOf } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Database } from './database.ts';
import { references, studies, tasks } from './schema.ts';
import { readStudy } from './studies.ts';

/** What was set to be drawn in a study. @throws Gone where there is no such study */
export async function readTask(database: Database, study: Id): Promise<TaskOf> {
  await readStudy(database, study);
  const [row] = await database.select({ body: tasks.body }).from(tasks).where(eq(tasks.study, study));
  return { task: row?.body ?? null };
}

/** @throws Gone where there is no such study */
export async function putTask(database: Database, study: Id, body: SetTask): Promise<TaskOf> {
  await readStudy(database, study);
  await database
    .insert(tasks)
    .values({ study, body })
    .onConflictDoUpdate({ target: tasks.study, set: { body } });
  return { task: body };
}

/** Nothing where it has none. */
export async function removeTask(database: Database, study: Id): Promise<void> {
  await database.delete(tasks).where(eq(tasks.study, study));
}

/** The tasks of all studies that are on the desk: the nearest day first, those with time last. */
export async function listTasks(database: Database): Promise<TaskBrief[]> {
  const rows = await database
    .select({ study: tasks.study, body: tasks.body, title: studies.title, reference: references.title })
    .from(tasks)
    .innerJoin(studies, and(eq(studies.id, tasks.study), isNull(studies.removal)))
    .innerJoin(references, eq(references.id, studies.reference))
    .orderBy(sql`${tasks.body}->>'due' asc nulls last`, asc(tasks.createdAt), asc(tasks.study));
  return rows.map(({ study, title, reference, body: { asks, due, checklist } }) => ({
    ...{ study, asks, due, title: title || reference },
    ticked: checklist.filter(({ done }) => done).length,
    points: checklist.length,
  }));
}
