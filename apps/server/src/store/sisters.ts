import { and, asc, eq, inArray, ne } from 'drizzle-orm';
import type { NoticedOn } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Database } from './database.ts';
import { referenceMarks, references, setMembers, studies } from './schema.ts';

/** As many pictures are looked at. */
const MOST = 12;

/**
 * What was noticed about the pictures that are in a set with a study's, in the order of their titles: of
 * those that are not hidden, without the study's own. None for a study that is not there.
 */
export async function listSisters(database: Database, study: Id): Promise<NoticedOn[]> {
  const sets = database
    .select({ set: setMembers.set })
    .from(setMembers)
    .innerJoin(studies, eq(studies.reference, setMembers.reference))
    .where(eq(studies.id, study));
  const own = database.select({ reference: studies.reference }).from(studies).where(eq(studies.id, study));
  const rows = await database
    .selectDistinct({
      reference: references.id,
      title: references.title,
      mark: referenceMarks.id,
      body: referenceMarks.body,
    })
    .from(setMembers)
    .innerJoin(references, eq(references.id, setMembers.reference))
    .innerJoin(referenceMarks, eq(referenceMarks.reference, references.id))
    .where(
      and(
        inArray(setMembers.set, sets),
        ne(references.id, own),
        eq(references.hidden, false),
        eq(referenceMarks.kind, 'trait'),
      ),
    )
    .orderBy(asc(references.title), asc(references.id), asc(referenceMarks.id));
  const found = new Map<Id, { reference: Id; title: string; texts: string[] }>();
  for (const { reference, title, body } of rows) {
    const one = found.get(reference) ?? { reference, title, texts: [] };
    if (body.kind === 'trait') one.texts.push(body.text);
    found.set(reference, one);
  }
  return [...found.values()].slice(0, MOST);
}
