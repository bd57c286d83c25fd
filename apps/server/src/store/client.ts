import { Worker } from 'node:worker_threads';
import type { RefusalName } from '@deft/contract';
import type { OpenOptions } from './database.ts';
import { Refused } from './refusals.ts';
import type { Store } from './store.ts';
import type { Call, Reply, WireError } from './thread.ts';

/** An error of the database's thread, as it was there. */
function fromWire({ name, message, status, stack }: WireError): Error {
  if (status !== undefined) return new Refused(name as RefusalName, status, message);
  const error = new Error(message);
  error.name = name;
  if (stack) error.stack = stack;
  return error;
}

/**
 * Starts the database's own thread and gives its store as if it were here.
 * @param thread the built thread.ts; beside this file once both are built
 */
export async function startStore(
  options: OpenOptions,
  thread = new URL('./thread.js', import.meta.url),
): Promise<Store> {
  const worker = new Worker(thread, { workerData: options });
  const waiting = new Map<number, { resolve: (value: unknown) => void; reject: (error: Error) => void }>();
  let last = 0;
  const opened = new Promise((resolve, reject) => waiting.set(0, { resolve, reject }));
  worker.on('message', (reply: Reply) => {
    const caller = waiting.get(reply.call);
    waiting.delete(reply.call);
    if ('error' in reply) caller?.reject(fromWire(reply.error));
    else caller?.resolve(reply.value);
  });
  const lost = (why: Error): void => {
    for (const { reject } of waiting.values()) reject(why);
    waiting.clear();
  };
  worker.on('error', lost);
  worker.on('exit', () => lost(new Error('The database has stopped.')));
  await opened.catch(async (error: Error) => {
    await worker.terminate();
    throw error;
  });
  const call = (method: keyof Store, rest: readonly unknown[]): Promise<unknown> =>
    new Promise((resolve, reject) => {
      last += 1;
      waiting.set(last, { resolve, reject });
      worker.postMessage({ call: last, method, rest } satisfies Call);
    });
  return new Proxy({} as Store, {
    get: (_, name: string) => {
      if (name === 'then') return undefined;
      if (name === 'close') return () => call('close', []).finally(() => worker.terminate());
      return (...rest: unknown[]) => call(name as keyof Store, rest);
    },
  });
}
