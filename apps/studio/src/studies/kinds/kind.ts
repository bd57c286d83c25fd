import type { CheckedPages } from '@deft/core/findings';

/** What a check can be read for, one at a time, each with its own view on the drawing. */
export type Kind = 'off' | 'weight' | 'line' | 'order';

/** The kinds that a checked drawing has something to say of, in the order in which they stand. */
export function kindsOf({ hand, weight }: CheckedPages): { readonly kind: Kind; readonly label: string }[] {
  return [
    { kind: 'off', label: 'what is off' },
    ...(weight ? [{ kind: 'weight' as const, label: 'weight' }] : []),
    ...(hand.line ? [{ kind: 'line' as const, label: 'line' }] : []),
    ...(hand.order ? [{ kind: 'order' as const, label: 'order of work' }] : []),
  ];
}
