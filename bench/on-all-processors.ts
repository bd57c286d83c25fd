import { Piscina } from 'piscina';

/** A task of a module: what it takes and what it gives goes from thread to thread as a copy. */
type Task = (one: never) => unknown;

/**
 * Works cases out on all processors, for figures in which no time counts.
 * @param module the address of the module that exports the task under its name
 * @returns what the task gave, in the order of the cases
 */
export async function onAllProcessors<Work extends Task>(
  module: string,
  task: string,
  cases: readonly Parameters<Work>[0][],
): Promise<Awaited<ReturnType<Work>>[]> {
  const pool = new Piscina({ filename: module, name: task });
  try {
    return await Promise.all(cases.map((one) => pool.run(one) as Promise<Awaited<ReturnType<Work>>>));
  } finally {
    await pool.close();
  }
}
