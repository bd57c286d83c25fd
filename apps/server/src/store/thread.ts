import { parentPort, workerData } from 'node:worker_threads';
import type { OpenOptions } from './database.ts';
import { openStore, type Store } from './store.ts';

/**
 * A call into the database's thread, and what comes back. Errors keep their name, since refusals are told by
 * it.
 */
export interface Call {
  readonly call: number;
  readonly method: keyof Store;
  readonly rest: readonly unknown[];
}

export type Reply =
  | { readonly call: number; readonly value: unknown }
  | { readonly call: number; readonly error: { name: string; message: string; stack?: string } };

const port = parentPort;
if (!port) throw new Error('The store runs in its own thread.');

const described = (error: unknown): { name: string; message: string; stack?: string } =>
  error instanceof Error
    ? { name: error.name, message: error.message, ...(error.stack ? { stack: error.stack } : {}) }
    : { name: 'Error', message: String(error) };

try {
  const store = await openStore(workerData as OpenOptions);
  port.on('message', ({ call, method, rest }: Call) => {
    (store[method] as (...all: readonly unknown[]) => Promise<unknown>)(...rest).then(
      (value) => port.postMessage({ call, value } satisfies Reply),
      (error: unknown) => port.postMessage({ call, error: described(error) } satisfies Reply),
    );
  });
  port.postMessage({ call: 0, value: 'open' } satisfies Reply);
} catch (error) {
  port.postMessage({ call: 0, error: described(error) } satisfies Reply);
}
