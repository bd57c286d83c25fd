import { Refused } from '../store/refusals.ts';
import type { Outcome } from './picture-pool.ts';
import { TASKS, type TaskName } from './picture-tasks.ts';

/** What a thread of the pool does. */
export default async function work({ task, rest }: { task: TaskName; rest: never[] }): Promise<Outcome> {
  try {
    return { done: await (TASKS[task] as (...all: never[]) => unknown)(...rest) };
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return { refused: { name: error.name, status: error.status, sentence: error.message } };
  }
}
