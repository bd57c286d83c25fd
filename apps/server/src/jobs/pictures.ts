import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import type { MadeLayout, MadeLine } from '@deft/camera';
import type { Lifting } from '@deft/contract';
import type { Preparation } from '@deft/core/reference';
import { NotAPicture } from './not-a-picture.ts';
import type { LiftedPaper, Photographed } from './paper-work.ts';
import type { Prepared } from './prepare-picture.ts';
import type { Taken, TakeOptions } from './take-picture.ts';

/** Work on pictures, which never runs on the thread that answers. */
export interface Pictures {
  take(path: string, options?: TakeOptions): Promise<Taken>;
  prepare(path: string, settings: Preparation): Promise<Prepared>;
  /** Groups of indices that look alike; `apart` are pairs of indices. */
  alike(likenesses: readonly string[], apart: readonly (readonly [number, number])[]): Promise<number[][]>;
  /** Opens a photo of paper and looks for the page. */
  findPaper(path: string): Promise<Photographed>;
  liftPaper(path: string, settings: Lifting, photoWidth: number, wanted: number | null): Promise<LiftedPaper>;
  takePhoto(
    figures: readonly (readonly MadeLine[])[],
    layout: MadeLayout,
    seed: number,
    easy: boolean,
  ): Promise<Uint8Array>;
  close(): Promise<void>;
}

/** How many jobs may wait; more are refused until some are done. */
const MOST_WAITING = 256;
/** After this a job's thread is ended: no picture may hold the others up for ever. */
const LONGEST_MS = 90_000;

/** A refusal comes back from a thread as a value, since errors lose their kind on the way. */
export type Outcome<T> = { readonly done: T } | { readonly refused: string };

/**
 * Starts threads for pictures: all processors but one, so that pages are answered meanwhile.
 * @param worker the built picture-worker.ts; beside this file once both are built
 */
export function startPictures(
  worker = new URL('./picture-worker.js', import.meta.url),
  threads = Math.max(1, Math.min(4, availableParallelism() - 1)),
): Pictures {
  const pool = new Piscina({
    filename: worker.href,
    minThreads: 1,
    maxThreads: threads,
    maxQueue: MOST_WAITING,
    idleTimeout: 60_000,
  });
  const run = async <T>(task: string, rest: readonly unknown[]): Promise<T> => {
    try {
      const outcome = (await pool.run(
        { task, rest },
        { signal: AbortSignal.timeout(LONGEST_MS) },
      )) as Outcome<T>;
      if ('refused' in outcome) throw new NotAPicture(outcome.refused);
      return outcome.done;
    } catch (error) {
      if (error instanceof Error && error.name === 'AbortError')
        throw new NotAPicture('it took too long to open');
      throw error;
    }
  };
  return {
    take: (...rest) => run('take', rest),
    prepare: (...rest) => run('prepare', rest),
    alike: (...rest) => run('alike', rest),
    findPaper: (...rest) => run('findPaper', rest),
    liftPaper: (...rest) => run('liftPaper', rest),
    takePhoto: (...rest) => run('takePhoto', rest),
    close: () => pool.destroy(),
  };
}
