import type { Response } from 'express';
import type { BroughtLine } from '@deft/contract';

/**
 * An answer that is told line by line (JSON lines) while it is worked on; `stopped` once nobody listens any
 * more.
 */
export function answerInLines(response: Response): {
  tell: (line: BroughtLine) => void;
  stopped: () => boolean;
} {
  response.type('application/x-ndjson').set('Cache-Control', 'no-store');
  response.flushHeaders();
  let gone = false;
  response.on('close', () => (gone = !response.writableEnded));
  return {
    tell: (line) => {
      if (gone) return;
      response.write(`${JSON.stringify(line)}\n`);
      (response as Response & { flush?: () => void }).flush?.();
    },
    stopped: () => gone,
  };
}
