import { parentPort, workerData } from 'node:worker_threads';
import type { OpenOptions } from './database.ts';
import { Refused } from './refusals.ts';
import { openStore, type Store } from './store.ts';

/** A call into the database's thread. */
export interface Call {
  readonly call: number;
  readonly method: keyof Store;
  readonly rest: readonly unknown[];
}

/** An error as it goes from thread to thread: a refusal keeps its status, since classes do not travel. */
export interface WireError {
  readonly name: string;
  readonly message: string;
  readonly status?: number;
  readonly stack?: string;
}

export type Reply =
  { readonly call: number; readonly value: unknown } | { readonly call: number; readonly error: WireError };

const port = parentPort;
if (!port) throw new Error('The store runs in its own thread.');

/** The message with the messages of what caused it. */
const withCause = (error: Error): string =>
  error.cause instanceof Error ? `${error.message}: ${withCause(error.cause)}` : error.message;

const toWire = (error: unknown): WireError =>
  error instanceof Refused
    ? { name: error.name, message: error.message, status: error.status }
    : error instanceof Error
      ? { name: error.name, message: withCause(error), ...(error.stack ? { stack: error.stack } : {}) }
      : { name: 'Error', message: String(error) };

try {
  const store = await openStore(workerData as OpenOptions);
  port.on('message', ({ call, method, rest }: Call) => {
    (store[method] as (...all: readonly unknown[]) => Promise<unknown>)(...rest).then(
      (value) => port.postMessage({ call, value } satisfies Reply),
      (error: unknown) => port.postMessage({ call, error: toWire(error) } satisfies Reply),
    );
  });
  port.postMessage({ call: 0, value: 'open' } satisfies Reply);
} catch (error) {
  port.postMessage({ call: 0, error: toWire(error) } satisfies Reply);
}
