import type { RefusalName } from '@deft/contract';

/** What was asked for is not done, for a reason that people can be told: the message. */
export class Refused extends Error {
  /** @param status of HTTP, which the refusal is answered with */
  constructor(
    override readonly name: RefusalName,
    readonly status: number,
    sentence: string,
  ) {
    super(sentence);
  }
}

/** What was asked for is not there. */
export class Gone extends Refused {
  constructor(sentence: string) {
    super('Gone', 404, sentence);
  }
}

/** The request makes no sense as it stands. */
export class Malformed extends Refused {
  constructor(sentence: string) {
    super('Malformed', 400, sentence);
  }
}

/** Something is laid on a sheet that its page never had. */
export class UnknownSheet extends Refused {
  constructor(sentence: string) {
    super('UnknownSheet', 409, sentence);
  }
}

/** A drawing that was closed by its bell was to be changed. */
export class Closed extends Refused {
  constructor() {
    super('Closed', 409, 'This drawing is closed by its bell. Open it in Build to go on with a copy of it.');
  }
}

/** More work waits than the desk can do in good time. */
export class Busy extends Refused {
  constructor() {
    super('Busy', 503, 'The desk has its hands full just now. Nothing is lost; try again in a moment.');
  }
}

/** It took longer than anything should. */
export class TooLong extends Refused {
  constructor(what: string) {
    super('TooLong', 503, `${what} took too long, so it was stopped. Try again in a moment.`);
  }
}

/** What a full disk is called by the system, by its C library, and by PostgreSQL (53100). */
const DISK_FULL = /ENOSPC|no space left on device|disk full|could not extend file|53100/i;

/** Whether an error comes of a disk without room, whatever was wrapped round it on the way. */
export function isDiskFull(error: unknown): boolean {
  for (let at: unknown = error, depth = 0; at instanceof Error && depth < 5; at = at.cause, depth += 1)
    if (DISK_FULL.test(`${(at as NodeJS.ErrnoException).code ?? ''} ${at.message}`)) return true;
  return false;
}
