import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import { MOST_TRACED, type RecipeOf, type RecipeOrder, type TracedRecipe } from '@deft/contract';
import { makeRecipe, tracedParts, type Recipe, type TracedParts } from '@deft/core/recipe';
import { SUBJECTS, type SubjectKey } from '@deft/core/subjects';
import type { Database } from './database.ts';
import { readPage, thingsAfter } from './pages.ts';
import { pageThings, recipeOrders, references, setMembers, studies, traces } from './schema.ts';

/** What the traces of a subject or a set have in common. */

/** By what the order of a recipe is kept. */
const recipeKey = ({ subject, set }: RecipeOf): string => (set ? `set ${set}` : `subject ${subject ?? ''}`);

interface Traced {
  readonly kind: string;
  readonly subject: SubjectKey;
  readonly parts: TracedParts;
}

/** The newest traces with named forms of references that are of this subject or in this set. */
async function readTraced(database: Database, { subject, set }: RecipeOf): Promise<Traced[]> {
  const members = database
    .select({ id: setMembers.reference })
    .from(setMembers)
    .where(eq(setMembers.set, set ?? ''));
  const withForms = database
    .selectDistinct({ page: pageThings.page })
    .from(pageThings)
    .where(eq(pageThings.type, 'form'));
  const rows = await database
    .select({ page: traces.page, kind: traces.kind, subject: references.subject })
    .from(traces)
    .innerJoin(studies, eq(studies.id, traces.study))
    .innerJoin(references, eq(references.id, studies.reference))
    .where(
      and(
        isNull(studies.removal),
        set ? inArray(references.id, members) : eq(references.subject, subject ?? 'thing'),
        inArray(traces.page, withForms),
      ),
    )
    .orderBy(desc(traces.createdAt), desc(traces.id))
    .limit(MOST_TRACED);
  const traced: Traced[] = [];
  for (const { page, kind, subject: of } of rows) {
    const parts = tracedParts(thingsAfter((await readPage(database, page, 0)).operations));
    if (parts.length > 0) traced.push({ kind, subject: of as SubjectKey, parts });
  }
  return traced;
}

/** The order that the student has given a recipe's parts; null where she has given none. */
async function readOrder(database: Database, of: RecipeOf): Promise<readonly string[] | null> {
  const [row] = await database
    .select()
    .from(recipeOrders)
    .where(eq(recipeOrders.of, recipeKey(of)));
  return row?.names ?? null;
}

/** What the traces of a subject or a set have in common, and those of each kind for itself. */
export async function readRecipe(database: Database, of: RecipeOf): Promise<TracedRecipe> {
  const traced = await readTraced(database, of);
  const subjects = [...new Set(traced.map(({ subject }) => subject))];
  const order = (await readOrder(database, of)) ?? subjects.flatMap((key) => SUBJECTS[key].parts);
  const recipe = makeRecipe(
    traced.map(({ parts }) => parts),
    { order },
  );
  const kinds = [...new Set(traced.map(({ kind }) => kind))].filter((kind) => kind !== '').sort();
  return {
    traces: traced.length,
    recipe,
    kinds: kinds.flatMap((kind) => {
      const some = traced.filter((one) => one.kind === kind).map(({ parts }) => parts);
      // Of the same unit as the whole, so that they can be held against each other.
      const own: Recipe | null = makeRecipe(some, { order, unit: recipe?.unit ?? null });
      return own ? [{ kind, recipe: own }] : [];
    }),
  };
}

/** Keeps the order in which a recipe's parts are drawn; without names the subject's own comes back. */
export async function orderRecipe(database: Database, { names, ...of }: RecipeOrder): Promise<TracedRecipe> {
  const key = recipeKey(of);
  if (names.length === 0) await database.delete(recipeOrders).where(eq(recipeOrders.of, key));
  else
    await database
      .insert(recipeOrders)
      .values({ of: key, names })
      .onConflictDoUpdate({ target: recipeOrders.of, set: { names } });
  return readRecipe(database, of);
}
