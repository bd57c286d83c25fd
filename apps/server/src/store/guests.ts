import { createHash } from 'node:crypto';
import { asc, eq, sql } from 'drizzle-orm';
import type { Guest } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Database } from './database.ts';
import { guests } from './schema.ts';

const hashed = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Devices that were let in and not removed, the first first. */
export async function listGuests(database: Database): Promise<Guest[]> {
  return (await database.select().from(guests).orderBy(asc(guests.createdAt))).map(
    ({ id, name, createdAt, seenAt }) => ({
      id,
      name,
      createdAt: createdAt.getTime(),
      seenAt: seenAt.getTime(),
    }),
  );
}

export async function keepGuest(
  database: Database,
  guest: { id: Id; name: string; token: string },
): Promise<void> {
  const { id, name, token } = guest;
  await database.insert(guests).values({ id, name, tokenHash: hashed(token) });
}

/**
 * The device that shows this token, and that it was seen now; null for one that was not let in, or was sent
 * away.
 */
export async function findGuest(database: Database, token: string): Promise<Id | null> {
  const [row] = await database
    .update(guests)
    .set({ seenAt: sql`now()` })
    .where(eq(guests.tokenHash, hashed(token)))
    .returning({ id: guests.id });
  return row?.id ?? null;
}

export async function removeGuest(database: Database, id: Id): Promise<void> {
  await database.delete(guests).where(eq(guests.id, id));
}
