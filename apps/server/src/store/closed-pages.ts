import { and, eq, inArray, lte, sql } from 'drizzle-orm';
import type { Id, Operation, ThingType } from '@deft/core/page';
import { LATEST } from '@deft/core/session';
import type { Database } from './database.ts';
import { Closed } from './refusals.ts';
import { attempts, operations, pageThings } from './schema.ts';

/**
 * What is drawn against the clock is closed by its bell. What may be done to its page afterwards says
 * something of the drawing and changes nothing of it: landmarks, names of forms, named versions.
 */

/** A stroke that crosses the bell is done so much later at the most, milliseconds. */
const GRACE = LATEST + 500;
/** Whether a kind of thing only says something of a drawing. */
export const saysOnly = (type: ThingType): boolean => type === 'landmark' || type === 'version';

type Reading = Pick<Database, 'select'>;

/** When the drawings of a page were closed; null while nothing on it is. */
async function closingOf(tx: Reading, page: Id): Promise<{ last: number; wholly: boolean } | null> {
  const rows = await tx.select({ closedAt: attempts.closedAt }).from(attempts).where(eq(attempts.page, page));
  const bells = rows.flatMap(({ closedAt }) => closedAt ?? []);
  return bells.length > 0 ? { last: Math.max(...bells), wholly: bells.length === rows.length } : null;
}

/** Things that an operation changes or takes away, but for what only says something. */
function changedBy({ kind, body }: Operation): Id[] {
  if (kind !== 'change') return [];
  const named = (body.set ?? []).filter(({ to }) => Object.keys(to).some((field) => field !== 'part'));
  return [...named.map(({ id }) => id), ...(body.remove ?? [])];
}

/** Whether an operation draws something new. */
const draws = ({ kind, body }: Operation): boolean =>
  kind === 'change' && (body.add ?? []).some(({ type }) => !saysOnly(type));

/** What was drawn on a page up to a moment, of these things. */
async function drawnBefore(tx: Reading, page: Id, ids: readonly Id[], at: number): Promise<ReadonlySet<Id>> {
  if (ids.length === 0) return new Set();
  const rows = await tx
    .select({ thing: sql<string>`"added"->>'id'` })
    .from(sql`${operations}, jsonb_array_elements(${operations.body}->'add') as "added"`)
    .where(and(eq(operations.page, page), lte(operations.at, at), eq(operations.kind, 'change')));
  const known = new Set(rows.map(({ thing }) => thing));
  return new Set(ids.filter((id) => known.has(id)));
}

async function drawnThings(tx: Reading, page: Id, ids: readonly Id[]): Promise<Id[]> {
  if (ids.length === 0) return [];
  const rows = await tx
    .select({ thing: pageThings.thing, type: pageThings.type })
    .from(pageThings)
    .where(and(eq(pageThings.page, page), inArray(pageThings.thing, [...ids])));
  return rows.filter(({ type }) => !saysOnly(type)).map(({ thing }) => thing);
}

/**
 * Refuses what would change a drawing after its bell. Where further drawings of a page are still under way,
 * as in the cells of one, it may be drawn on; what was there at the last bell stays.
 * @throws Closed
 */
export async function holdClosed(tx: Reading, page: Id, batch: readonly Operation[]): Promise<void> {
  const closing = await closingOf(tx, page);
  if (!closing) return;
  const { last, wholly } = closing;
  const late = batch.filter(({ at }) => at > last + GRACE);
  if (late.length === 0) return;
  if (wholly && late.some(draws)) throw new Closed();
  const taken = late.flatMap((operation) => (operation.kind === 'revert' ? operation.body.ids : []));
  const takenBack =
    taken.length === 0
      ? []
      : await tx
          .select()
          .from(operations)
          .where(and(eq(operations.page, page), inArray(operations.id, [...taken])));
  const inTime = takenBack.filter(({ at }) => wholly || at <= last) as unknown as readonly Operation[];
  if (inTime.some(draws)) throw new Closed();
  const changed = await drawnThings(tx, page, [...late, ...inTime].flatMap(changedBy));
  const closed = wholly ? changed : [...(await drawnBefore(tx, page, changed, last))];
  if (closed.length > 0) throw new Closed();
}
