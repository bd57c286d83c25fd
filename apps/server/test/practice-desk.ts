import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import type { Id } from '@deft/core/page';
import { expandPlan, newBlock, newClock, type Block } from '@deft/core/session';
import type { Session } from '@deft/contract';
import { newId } from '../src/ids.ts';
import { openDatabase, type Database } from '../src/store/database.ts';
import { blobs, references, setMembers, sets } from '../src/store/schema.ts';
import { keepClock, keepSession } from '../src/store/sessions.ts';

/** An empty database with pictures to practise from. */

export interface Practice {
  readonly client: PGlite;
  readonly database: Database;
  /** A picture, in a set where one is given. */
  reference(title: string, subject: string, set?: Id): Promise<Id>;
  set(title: string): Promise<Id>;
  /** A session of these pictures that is over, every pose of it drawn. */
  session(set: Id, pictures: readonly Id[], block?: Partial<Block>): Promise<Session>;
}

/** Opens one in a folder. */
export async function openPractice(folder: string): Promise<Practice> {
  const { client, database } = await openDatabase({
    folder: join(folder, 'database'),
    migrations: join(import.meta.dirname, '../migrations'),
  });
  let made = 0;
  const next = (): number => (made += 1);
  return {
    client,
    database,
    reference: async (title, subject, set) => {
      const id = newId();
      const sha256 = String(next()).padStart(64, 'a');
      await database.insert(blobs).values({ sha256, mime: 'image/webp', bytes: 1 });
      const picture = { original: sha256, preview: sha256, small: sha256, width: 300, height: 400 };
      await database.insert(references).values({ id, title, subject, ...picture });
      if (set) await database.insert(setMembers).values({ set, reference: id, order: `a${next()}` });
      return id;
    },
    set: async (title) => {
      const id = newId();
      await database.insert(sets).values({ id, title, order: `a${next()}` });
      return id;
    },
    session: async (set, pictures, block = {}) => {
      const plan = { title: 'Rows', blocks: [newBlock(pictures.length, 30, block)] };
      const steps = expandPlan(plan);
      const session = await keepSession(
        database,
        { id: newId(), set, plan, choice: 'in order', flip: false, seed: 1, inMind: '' },
        pictures.map((reference, i) => ({ reference, revision: 0, flipped: false, step: steps[i]! })),
      );
      await keepClock(database, session.id, {
        clock: { ...newClock(steps.map(({ stretches }) => stretches)), phase: 'done' },
        over: true,
        poses: session.poses.map(({ id }) => ({
          id,
          drawnMs: 30_000,
          heldMs: 0,
          addedMs: 0,
          end: 'run out',
          closedAt: 1_700_000_000_000,
        })),
      });
      return session;
    },
  };
}
