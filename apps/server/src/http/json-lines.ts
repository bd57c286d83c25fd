import type { Response } from 'express';
import { JSON_LINES } from '@deft/contract';

/** An answer of JSON lines while it is worked on. */
export interface JsonLines<Line> {
  readonly write: (line: Line) => void;
  /** Aborted once nobody listens any more. */
  readonly signal: AbortSignal;
}

/** Aborted where whoever asked closes the line before the answer is complete. */
export function signalOf(response: Response): AbortSignal {
  const stopping = new AbortController();
  response.on('close', () => {
    if (!response.writableFinished) stopping.abort();
  });
  return stopping.signal;
}

/** Begins an answer line by line. It is to be ended with `response.end()`. */
export function beginJsonLines<Line>(response: Response): JsonLines<Line> {
  response.type(JSON_LINES).set('Cache-Control', 'no-store');
  response.flushHeaders();
  const signal = signalOf(response);
  return {
    write: (line) => {
      if (signal.aborted) return;
      response.write(`${JSON.stringify(line)}\n`);
      (response as Response & { flush?: () => void }).flush?.();
    },
    signal,
  };
}
