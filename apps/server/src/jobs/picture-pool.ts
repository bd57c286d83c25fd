import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { Busy, Refused, TooLong } from '../store/refusals.ts';
import type { RefusalName } from '@deft/contract';
import type { PictureTasks, TaskName } from './picture-tasks.ts';

/** Each task of the pool as a call that waits for its thread. */
type Calls = {
  readonly [Name in TaskName]: (
    ...rest: Parameters<PictureTasks[Name]>
  ) => Promise<Awaited<ReturnType<PictureTasks[Name]>>>;
};

/** Work on pictures and pages, which never runs on the thread that answers. */
export interface PicturePool extends Calls {
  /** The same, stopped where the signal says so: what runs then ends with its thread. */
  until(signal: AbortSignal): Calls;
  close(): Promise<void>;
}

/** How many tasks may wait; more are refused until some are done. */
const MOST_WAITING = 256;
/** After this a task's thread is ended: no picture may hold the others up for ever. */
const LONGEST_MS = 90_000;

/** A refusal comes back from a thread as a value, since errors lose their kind on the way. */
export type Outcome =
  | { readonly done: unknown }
  | { readonly refused: { readonly name: RefusalName; readonly status: number; readonly sentence: string } };

/**
 * Starts threads for pictures: all processors but one, so that pages are answered meanwhile.
 * @param worker the built picture-worker.ts; beside this file once both are built
 */
export function startPicturePool(
  worker = new URL('./picture-worker.js', import.meta.url),
  threads = Math.max(1, Math.min(4, availableParallelism() - 1)),
  mostWaiting = MOST_WAITING,
): PicturePool {
  const pool = new Piscina({
    filename: worker.href,
    // None before there is a picture: opening the desk is quicker without.
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: 600_000,
  });
  // Piscina does not count tasks that may be aborted towards its own limit.
  let unfinished = 0;
  const run = async (task: string, rest: readonly unknown[], stop?: AbortSignal): Promise<unknown> => {
    const limit = AbortSignal.timeout(LONGEST_MS);
    if (unfinished >= threads + mostWaiting) throw new Busy();
    unfinished += 1;
    let outcome: Outcome;
    try {
      outcome = await pool.run({ task, rest }, { signal: stop ? AbortSignal.any([stop, limit]) : limit });
    } catch (error) {
      if (limit.aborted) throw new TooLong('This');
      throw error;
    } finally {
      unfinished -= 1;
    }
    if ('refused' in outcome) {
      const { name, status, sentence } = outcome.refused;
      throw new Refused(name, status, sentence);
    }
    return outcome.done;
  };
  const calls = (signal?: AbortSignal): Calls =>
    new Proxy({} as Calls, {
      get:
        (_, task: string) =>
        (...rest: unknown[]) =>
          run(task, rest, signal),
    });
  const plain = calls();
  return new Proxy({} as PicturePool, {
    get: (_, name: string) => {
      if (name === 'then') return undefined;
      if (name === 'close') return () => pool.destroy();
      if (name === 'until') return calls;
      return plain[name as TaskName];
    },
  });
}
