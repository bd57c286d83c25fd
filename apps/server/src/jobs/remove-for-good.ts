import { KEPT_DAYS } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { ServerContext } from '../context.ts';

type Removing = Pick<ServerContext, 'store' | 'files'>;

const DAY_MS = 86_400_000;
/** As many removals go in one transaction. */
const AT_ONCE = 50;
/** How often it is looked for what has lain long enough. */
const SWEEP_MS = DAY_MS / 4;

/**
 * Removes for good what some removals took, and the files that nothing else has. A kill on the way leaves
 * files that no row names, which the next start removes.
 */
export async function removeForGood({ store, files }: Removing, ids: readonly Id[]): Promise<void> {
  for (let from = 0; from < ids.length; from += AT_ONCE) {
    const unnamed = await store.purgeRemovals(ids.slice(from, from + AT_ONCE));
    await files.removeUnnamed(unnamed, (names) => store.readNamedBlobs(names));
  }
}

/** What was removed so long ago that it is not kept any longer goes for good; tells how much. */
export async function sweepRemoved(context: Removing, now = Date.now()): Promise<number> {
  const due = await context.store.listRemovalsBefore(new Date(now - KEPT_DAYS * DAY_MS));
  await removeForGood(context, due);
  return due.length;
}

/** Sweeps now and from time to time. @returns what ends it */
export function keepSweeping(context: Removing & Pick<ServerContext, 'log'>): () => void {
  const sweep = (): void =>
    void sweepRemoved(context).then(
      (count) => count > 0 && context.log.info({ count }, 'what was removed long ago has gone for good'),
      (error: unknown) => context.log.error({ err: error }, 'what was removed could not go for good'),
    );
  sweep();
  const timer = setInterval(sweep, SWEEP_MS);
  return () => clearInterval(timer);
}
