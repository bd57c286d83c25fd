import pRetry from 'p-retry';

/** Milliseconds between two tries: the first, and the longest. */
const FIRST = 500;
const LONGEST = 8000;

/** Tries until it succeeds, however often that takes, ever more patiently. */
export const untilItSucceeds = <T>(act: () => Promise<T>): Promise<T> =>
  pRetry(
    () =>
      act().catch((error: unknown) => {
        // p-retry gives up at once on some errors; here none is a reason to.
        throw new Error('not yet', { cause: error });
      }),
    { retries: Infinity, factor: 1.6, minTimeout: FIRST, maxTimeout: LONGEST },
  );
