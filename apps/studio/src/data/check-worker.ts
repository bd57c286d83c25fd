import { wrap, type Remote } from 'comlink';
import type { CheckWork } from '../workers/check.worker';

let remote: Remote<CheckWork> | null = null;

/** The check, in its own worker. */
export function checkInWorker(...rest: Parameters<CheckWork['checkPages']>): Promise<ReturnType<CheckWork['checkPages']>> {
  remote ??= wrap<CheckWork>(new Worker(new URL('../workers/check.worker.ts', import.meta.url)));
  return remote.checkPages(...rest);
}
