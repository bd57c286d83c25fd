import { actionDeed } from './action-words.ts';
import { overlapDeed, roundDeed, touchDeed } from './depth-words.ts';
import type { CheckedPages } from './from-pages.ts';
import type { NamedKind } from './kind-sentences.ts';
import { asymmetryDeed, lineUpDeed, triangleDeed } from './relation-words.ts';
import { gapDeed, stretchDeed } from './shape-words.ts';
import { planesDeed, valuesDeed } from './value-words.ts';
import type { ValueReport } from './values.ts';
import { weightDeed } from './weight-words.ts';

/**
 * What to do about everything that a kind names, in the order in which it names it; empty where nothing is.
 */
export function kindDeeds(
  kind: NamedKind,
  { action, relations, depth, shape, weight, report: { sides } }: Omit<CheckedPages, 'hand'>,
  values: ValueReport | null,
): string[] {
  const all: readonly (string | null)[] = ((): (string | null)[] => {
    switch (kind) {
      case 'movement':
        return [action?.sure ? actionDeed(action) : null];
      case 'relations':
        return [
          ...(relations?.lineUps ?? []).map((one) => lineUpDeed(one, sides)),
          relations?.triangle ? triangleDeed(relations.triangle) : null,
          relations?.asymmetry ? asymmetryDeed(relations.asymmetry) : null,
        ];
      case 'depth':
        return [
          ...(depth?.overlaps ?? []).map(overlapDeed),
          ...(depth?.touches ?? []).map(touchDeed),
          ...(depth?.rounds ?? []).map(roundDeed),
        ];
      case 'outline':
        return (shape?.told?.stretches ?? []).map(stretchDeed);
      case 'gaps':
        return (shape?.told?.gaps ?? []).map(gapDeed);
      case 'weight':
        return [weight ? weightDeed(weight, sides) : null];
      case 'values':
        return [values && valuesDeed(values), values && planesDeed(values)];
    }
  })();
  return all.filter((deed) => deed !== null);
}
