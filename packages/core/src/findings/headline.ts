import { actionDeed } from './action-words.ts';
import { overlapDeed, roundDeed, touchDeed, turnDeed } from './depth-words.ts';
import type { CheckedPages } from './from-pages.ts';
import { lineUpDeed } from './relation-words.ts';
import { ruleDeed } from './rule-words.ts';
import { headlineOf, thingToDo } from './sentences.ts';
import { gapDeed, stretchDeed } from './shape-words.ts';
import { planesDeed, valuesDeed } from './value-words.ts';
import type { ValueReport } from './values.ts';
import { weightDeed } from './weight-words.ts';

/**
 * The one thing to do about a drawing: what is clearly off in place, tilt or proportion, else what is
 * clearly off of its other kinds, the largest forms first; null where nothing is.
 */
export function deedOfAll(
  { action, depth, relations, rules, shape, weight, report }: Omit<CheckedPages, 'hand'>,
  values: ValueReport | null,
): string | null {
  const { findings, sides } = report;
  const clear = <T extends { readonly sure: string | null }>(list: readonly T[]): T | undefined =>
    list.find(({ sure }) => sure === 'clearly');
  const [overlap, touch, round, turn, stretch, gap, lineUp, rule] = [
    clear(depth?.overlaps ?? []),
    clear(depth?.touches ?? []),
    clear(depth?.rounds ?? []),
    clear(depth?.turns ?? []),
    clear(shape?.told?.stretches ?? []),
    clear(shape?.told?.gaps ?? []),
    clear(relations?.lineUps ?? []),
    clear(rules),
  ];
  const deeds = [
    thingToDo(findings, sides),
    action?.sure === 'clearly' ? actionDeed(action) : null,
    weight?.shift.sure === 'clearly' ? weightDeed(weight, sides) : null,
    rule ? ruleDeed(rule, sides) : null,
    overlap ? overlapDeed(overlap) : null,
    stretch ? stretchDeed(stretch) : null,
    gap ? gapDeed(gap) : null,
    touch ? touchDeed(touch) : null,
    round ? roundDeed(round) : null,
    turn ? turnDeed(turn) : null,
    lineUp ? lineUpDeed(lineUp, sides) : null,
    values?.off?.sure === 'clearly' ? valuesDeed(values) : null,
    values?.planes?.off?.sure === 'clearly' ? planesDeed(values) : null,
  ];
  return deeds.find((deed) => deed !== null) ?? null;
}

/** The same, or that nothing is clearly off, or what is missing to tell. */
export const headlineOfAll = (checked: Omit<CheckedPages, 'hand'>, values: ValueReport | null): string =>
  deedOfAll(checked, values) ?? headlineOf(checked.report);
