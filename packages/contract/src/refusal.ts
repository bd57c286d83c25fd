/** Names of refusals, for code to tell them apart. */
export const REFUSALS = [
  'Gone',
  'Malformed',
  'OutOfSequence',
  'UnknownSheet',
  'Closed',
  'NotAPicture',
  'ServiceTrouble',
  'TooLarge',
  'TooLong',
  'Busy',
  'DiskFull',
  'Door',
  'Foreign',
  'Trouble',
] as const;
export type RefusalName = (typeof REFUSALS)[number];

/** How a refusal comes to the browser: a name for code, a sentence for people, and its HTTP status. */
export interface Refusal {
  readonly refusal: RefusalName;
  readonly sentence: string;
  readonly status: number;
}

/** Whether what came is a refusal of the desk's. */
export function isRefusal(value: unknown): value is Refusal {
  const { refusal, sentence } = (value ?? {}) as Partial<Refusal>;
  return REFUSALS.includes(refusal as RefusalName) && typeof sentence === 'string';
}
