import { Refused } from '../store/refusals.ts';

/** Raised for a file that the desk will not keep. The message is the reason alone: “it is empty”. */
export class NotAPicture extends Refused {
  constructor(reason: string) {
    super('NotAPicture', 400, reason);
  }
}

/** Whether an error is that, from this thread or from another. */
export const isNotAPicture = (error: unknown): error is Refused =>
  error instanceof Refused && error.name === 'NotAPicture';
