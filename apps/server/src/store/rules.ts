import { and, asc, desc, eq, exists, inArray, ne, or, sql } from 'drizzle-orm';
import type { NoticedRule, RuleInPicture } from '@deft/contract';
import { figureHeightOf, heldIn, NO_DOUBT, referenceItems, type Item } from '@deft/core/findings';
import type { Id } from '@deft/core/page';
import {
  landmarksOf,
  ruleIn,
  seenLandmarks,
  UNTOUCHED,
  type Preparation,
  type ReferenceMark,
  type RuleMark,
} from '@deft/core/reference';
import type { SubjectKey } from '@deft/core/subjects';
import type { Database } from './database.ts';
import { preparations, referenceMarks, references, setMembers } from './schema.ts';

/** As many pictures of a subject are looked at, the newest first. */
const MOST = 200;

/** A picture with its landmarks as it is seen, for rules to be tried on. */
interface Tried {
  readonly id: Id;
  readonly title: string;
  readonly preparation: Preparation;
  readonly marks: readonly ReferenceMark[];
  readonly items: readonly Item[];
  readonly height: number;
}

/** The picture itself and those that are in a set with it or show the same subject; none that is hidden. */
async function picturesOfSubject(database: Database, reference: Id): Promise<Tried[]> {
  const own = database
    .select({ subject: references.subject })
    .from(references)
    .where(eq(references.id, reference));
  const sets = database
    .select({ set: setMembers.set })
    .from(setMembers)
    .where(eq(setMembers.reference, reference));
  const inSetWithIt = exists(
    database
      .select({ one: sql`1` })
      .from(setMembers)
      .where(and(eq(setMembers.reference, references.id), inArray(setMembers.set, sets))),
  );
  const ofSubject = and(ne(references.subject, 'thing'), eq(references.subject, own));
  const rows = await database
    .select({
      id: references.id,
      title: references.title,
      subject: references.subject,
      width: references.width,
      height: references.height,
      truth: references.truth,
      figureHeight: references.figureHeight,
      settings: preparations.settings,
    })
    .from(references)
    .leftJoin(
      preparations,
      and(eq(preparations.reference, references.id), eq(preparations.revision, references.revision)),
    )
    .where(or(eq(references.id, reference), and(eq(references.hidden, false), or(inSetWithIt, ofSubject))))
    .orderBy(desc(eq(references.id, reference)), desc(references.createdAt), asc(references.id))
    .limit(MOST);
  const marks = await database
    .select({ reference: referenceMarks.reference, body: referenceMarks.body })
    .from(referenceMarks)
    .where(
      and(
        inArray(
          referenceMarks.reference,
          rows.map(({ id }) => id),
        ),
        inArray(referenceMarks.kind, ['landmark', 'rule']),
      ),
    )
    .orderBy(asc(referenceMarks.createdAt), asc(referenceMarks.id));
  const marksOf = new Map<Id, ReferenceMark[]>();
  for (const { reference: of, body } of marks) marksOf.set(of, [...(marksOf.get(of) ?? []), body]);
  return rows.map(({ id, title, subject, truth, settings, figureHeight, ...size }) => {
    const placed = marksOf.get(id) ?? [];
    const preparation = settings ?? UNTOUCHED;
    const known = seenLandmarks(landmarksOf(placed, truth?.landmarks ?? [], size), size, preparation);
    const seen = {
      id,
      subject: subject as SubjectKey,
      figureHeight: figureHeight ?? truth?.height ?? null,
      truth: { landmarks: known },
    };
    const items = referenceItems(null, seen);
    return { id, title, preparation, marks: placed, items, height: figureHeightOf(seen, items) };
  });
}

function inPicture(rule: RuleMark, picture: Tried, noticedOn: Id): RuleInPicture[] {
  const { id, title, items, height } = picture;
  const as = ruleIn({ rule, reference: noticedOn }, picture);
  const held = heldIn(as, items, { height, doubt: NO_DOUBT });
  return held ? [{ reference: id, title, holds: held.holds, sure: held.sure }] : [];
}

/**
 * The relations that were noticed on a picture, then those noticed on others of its subject, each with where
 * it holds: in every picture of the subject whose landmarks tell. What was noticed on several is there once.
 * None for a picture that is not there.
 */
export async function listRules(database: Database, reference: Id): Promise<NoticedRule[]> {
  const pictures = await picturesOfSubject(database, reference);
  const listed = new Set<string>();
  return pictures.flatMap(({ id, title, marks }) =>
    marks.flatMap((mark): NoticedRule[] => {
      if (mark.kind !== 'rule') return [];
      const relation = JSON.stringify([mark.rule, mark.on]);
      if (listed.has(relation)) return [];
      listed.add(relation);
      const tried = pictures.flatMap((picture) => inPicture(mark, picture, id));
      return [{ rule: mark, reference: id, title, pictures: tried }];
    }),
  );
}
