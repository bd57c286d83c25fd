import { listed } from '../words/listed.ts';
import type { OrderOfWork } from './order-of-work.ts';

const SHARES: readonly (readonly [number, string])[] = [
  [0.1, 'a tenth'],
  [0.2, 'a fifth'],
  [0.25, 'a quarter'],
  [1 / 3, 'a third'],
  [0.5, 'half'],
  [2 / 3, 'two thirds'],
  [0.75, 'three quarters'],
  [0.9, 'nine tenths'],
];
/** Beyond this a drawing was as good as done. */
const AT_THE_END = 0.95;

const inShares = (share: number): string =>
  SHARES.reduce((best, row) => (Math.abs(row[0] - share) < Math.abs(best[0] - share) ? row : best))[1];

/** In which order a drawing came to be, in one sentence. */
export function orderSentence({ stood, before, last }: OrderOfWork): string {
  const when =
    stood >= AT_THE_END
      ? `The whole stood at the very end, with the ${last}`
      : `The whole stood after ${inShares(stood)} of the drawing time`;
  if (before.length === 0) return `${when}.`;
  const the = before.slice(0, 2).map((part) => `the ${part}`);
  return `${when}; ${listed(the)} had been worked on before that.`;
}

/** A moment of a drawing: after so many strokes, and what was there then. */
export interface OrderMark {
  readonly strokes: number;
  readonly label: string;
}

/** The moments at which parts had their first lines, in their order, and at the end the whole. */
export function orderMarks({ firstLines, strokes }: OrderOfWork): OrderMark[] {
  const moments = new Map<number, string[]>();
  for (const { part, strokes: after } of firstLines)
    moments.set(after, [...(moments.get(after) ?? []), part]);
  return [
    ...[...moments].map(([after, parts]) => ({ strokes: after, label: listed(parts) })),
    { strokes, label: 'the whole stood' },
  ];
}

/** Where the time went, in one sentence: the two parts that took most. */
export function timeSentence({ time }: OrderOfWork): string {
  const most = time.slice(0, 2).map(({ part, share }) => `${Math.round(100 * share)} % on the ${part}`);
  return `Of the time with the pen down you spent ${listed(most)}.`;
}
