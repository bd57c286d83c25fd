import { kindSentences } from '@deft/core/findings';
import type { Answer } from '../use-checked';

/** What a check can be read for, one at a time, each with its own view on the drawing. */
export type Kind =
  | 'off'
  | 'movement'
  | 'relations'
  | 'depth'
  | 'outline'
  | 'gaps'
  | 'weight'
  | 'values'
  | 'noticed'
  | 'line'
  | 'order';

/** A kind as it is offered. */
export interface OfferedKind {
  readonly kind: Kind;
  readonly label: string;
  /** Its name in full, for those who listen. */
  readonly spoken?: string;
}

/** How many things a kind names as off. */
export function countIn(kind: Kind, result: Answer): number {
  const { findings, perhaps } = result.report;
  if (kind === 'off') return findings.length + perhaps.length;
  return kindSentences(result, result.values).filter((one) => one.kind === kind).length;
}

/** The kinds that a checked drawing has something to say of, in the order in which they stand. */
export function kindsOf({ hand, weight, action, relations, depth, shape, values }: Answer): OfferedKind[] {
  const kinds: readonly (OfferedKind | null)[] = [
    { kind: 'off', label: 'what is off' },
    action && { kind: 'movement', label: 'movement' },
    relations && { kind: 'relations', label: 'relations' },
    depth && { kind: 'depth', label: 'depth' },
    shape && { kind: 'outline', label: 'outline' },
    shape?.told ? { kind: 'gaps', label: 'gaps' } : null,
    weight && { kind: 'weight', label: 'weight' },
    values && { kind: 'values', label: 'values' },
    { kind: 'noticed', label: 'noticed' },
    hand.line && { kind: 'line', label: 'line' },
    hand.order && { kind: 'order', label: 'order', spoken: 'order of work' },
  ];
  return kinds.filter((kind) => kind !== null);
}
