import { sql, type SQL } from 'drizzle-orm';
import type { Id } from '@deft/core/page';

/** Ids as a list that a query can look through, however many there are. */
export const among = (ids: Iterable<Id>): SQL =>
  sql`(select jsonb_array_elements_text(${JSON.stringify([...new Set(ids)])}::jsonb))`;
