import type { CheckedPages } from '@deft/core/findings';

/** What a check can be read for, one at a time, each with its own view on the drawing. */
export type Kind = 'off' | 'movement' | 'weight' | 'line' | 'order';

/** A kind as it is offered. */
export interface OfferedKind {
  readonly kind: Kind;
  readonly label: string;
  /** Its name in full, for those who listen. */
  readonly spoken?: string;
}

/** The kinds that a checked drawing has something to say of, in the order in which they stand. */
export function kindsOf({ hand, weight, action }: CheckedPages): OfferedKind[] {
  const kinds: readonly (OfferedKind | null)[] = [
    { kind: 'off', label: 'what is off' },
    action && { kind: 'movement', label: 'movement' },
    weight && { kind: 'weight', label: 'weight' },
    hand.line && { kind: 'line', label: 'line' },
    hand.order && { kind: 'order', label: 'order', spoken: 'order of work' },
  ];
  return kinds.filter((kind) => kind !== null);
}
