import { and, asc, eq, isNotNull, isNull } from 'drizzle-orm';
import { withinRegion, type Id, type Numbered, type Thing } from '@deft/core/page';
import { oldBells } from '@deft/core/session';
import { newId } from '../ids.ts';
import { saysOnly } from './closed-pages.ts';
import type { Database } from './database.ts';
import { layCopy, readPage, thingsAfter } from './pages.ts';
import { attempts, poses } from './schema.ts';

/**
 * Timed drawings of earlier desks, which did not write down when their bells rang, and on which one could go
 * on drawing in a study.
 */

type Row = Awaited<ReturnType<typeof rowsToClose>>[number];

const rowsToClose = (database: Database) =>
  database
    .select({ pose: poses, attempt: attempts })
    .from(poses)
    .innerJoin(attempts, eq(attempts.id, poses.attempt))
    .where(and(isNotNull(poses.end), isNull(attempts.closedAt)))
    .orderBy(asc(poses.session), asc(poses.position));

/** The operations of a pose's page that drew in its place, of which some may have been taken back since. */
function drawnIn(operations: readonly Numbered[], { attempt, pose }: Row): number[] {
  // What was lifted from paper was drawn when it was lifted.
  const [first] = operations;
  if (pose.step.ground === 'on paper') return first ? [first.operation.at] : [];
  return operations.flatMap(({ operation }) => {
    if (operation.kind !== 'change') return [];
    const strokes = (operation.body.add ?? []).filter(({ type }) => type === 'stroke');
    const there = withinRegion(new Map(strokes.map((thing) => [thing.id, thing])), attempt.region);
    return there.size > 0 ? [operation.at] : [];
  });
}

/** Whether two states of a drawing differ in more than what is said of it. */
function isAltered(now: ReadonlyMap<Id, Thing>, then: ReadonlyMap<Id, Thing>): boolean {
  const drawn = (things: ReadonlyMap<Id, Thing>): Thing[] =>
    [...things.values()].filter(({ type }) => !saysOnly(type));
  const [a, b] = [drawn(now), drawn(then)];
  return (
    a.length !== b.length || a.some((thing) => JSON.stringify(thing) !== JSON.stringify(then.get(thing.id)))
  );
}

/** Lays things on a page of their own. */
async function pageWith(tx: Pick<Database, 'insert'>, things: readonly Thing[]): Promise<Id> {
  const page = newId();
  await layCopy(tx, page, things);
  return page;
}

/**
 * Closes a drawing at its bell. What was drawn on it afterwards stays on its page, as an untimed copy; the
 * drawing itself gets a page of its own, as it was, with what was said of it since.
 */
async function close(database: Database, { attempt }: Row, operations: readonly Numbered[], bell: number) {
  // What a page begins with is the desk's own.
  const then = operations.filter(({ number, operation }) => number === 1 || operation.at <= bell);
  const [now, before] = [operations, then].map((some) => withinRegion(thingsAfter(some), attempt.region)) as [
    Map<Id, Thing>,
    Map<Id, Thing>,
  ];
  const { id, closedAt: _none, copyOf: _neither, miss: _said, createdAt: _then, ...kept } = attempt;
  await database.transaction(async (tx) => {
    const closed = { closedAt: Math.round(bell) };
    if (!isAltered(now, before)) {
      await tx.update(attempts).set(closed).where(eq(attempts.id, id));
      return;
    }
    const said = [...now.values()].filter(({ type }) => type === 'landmark');
    const page = await pageWith(tx, [...before.values(), ...said.filter((mark) => !before.has(mark.id))]);
    // A page that other drawings share is theirs.
    const copy = kept.region === null ? kept.page : await pageWith(tx, [...now.values()]);
    await tx
      .update(attempts)
      .set({ ...closed, page })
      .where(eq(attempts.id, id));
    await tx
      .insert(attempts)
      .values({ ...kept, id: newId(), page: copy, copyOf: id, way: 'freehand', seconds: null });
  });
}

/** Closes the timed drawings of earlier desks, once; each as it was at its bell. */
export async function closeOldDrawings(database: Database): Promise<void> {
  const sessions = new Map<Id, Row[]>();
  for (const row of await rowsToClose(database))
    sessions.set(row.pose.session, [...(sessions.get(row.pose.session) ?? []), row]);
  for (const all of sessions.values()) {
    const pages = new Map<Id, readonly Numbered[]>();
    for (const { attempt } of all)
      if (!pages.has(attempt.page))
        pages.set(attempt.page, (await readPage(database, attempt.page, 0)).operations);
    const on = (row: Row): readonly Numbered[] => pages.get(row.attempt.page) ?? [];
    const bells = oldBells(
      all.map((row) => ({
        drawnAt: drawnIn(on(row), row),
        drawnMs: row.pose.drawnMs ?? 0,
        heldMs: row.pose.heldMs,
        addedMs: row.pose.addedMs,
      })),
    );
    for (const [i, row] of all.entries())
      await close(database, row, on(row), bells[i] ?? row.attempt.createdAt.getTime());
  }
}
