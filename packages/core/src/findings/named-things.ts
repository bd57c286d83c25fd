import { actionDeed, actionSentence } from './action-words.ts';
import {
  overlapDeed,
  overlapSentence,
  roundDeed,
  roundSentence,
  touchDeed,
  touchSentence,
  turnDeed,
  turnSentence,
} from './depth-words.ts';
import type { CheckedPages } from './from-pages.ts';
import {
  asymmetryDeed,
  asymmetrySentence,
  lineUpDeed,
  lineUpSentence,
  triangleDeed,
  triangleSentence,
} from './relation-words.ts';
import { ruleDeed, ruleSentence } from './rule-words.ts';
import { gapDeed, gapSentence, stretchDeed, stretchSentence } from './shape-words.ts';
import type { Degree } from './sureness.ts';
import { holesSentence, planesDeed, planesSentence, valuesDeed, valuesSentence } from './value-words.ts';
import type { ValueReport } from './values.ts';
import { feetSentence, weightDeed, weightSentence } from './weight-words.ts';

/** The kinds of things that a check names beside places, tilts and proportions. */
export const NAMED_KINDS = [
  'movement',
  'relations',
  'depth',
  'outline',
  'gaps',
  'weight',
  'values',
  'noticed',
] as const;
export type NamedKind = (typeof NAMED_KINDS)[number];

/** Something that a kind names as off. */
export interface NamedThing {
  readonly kind: NamedKind;
  readonly sentence: string;
  /** What would put it right; null where there is nothing simple to say. */
  readonly deed: string | null;
  readonly sure: Degree;
}

type Checked = Omit<CheckedPages, 'hand'>;

/** What a kind may name: nothing where there is no sentence, or it is not sure. */
interface Said {
  readonly sentence: string | null;
  readonly deed: string | null;
  readonly sure: Degree | null;
}

/** One thing among several of a sort, by its words. */
const each = <T extends { readonly sure: Degree | null }>(
  list: readonly T[] | undefined,
  sentence: (one: T) => string,
  deed: (one: T) => string,
): Said[] => (list ?? []).map((one) => ({ sentence: sentence(one), deed: deed(one), sure: one.sure }));

const SAID: Readonly<Record<NamedKind, (checked: Checked, values: ValueReport | null) => Said[]>> = {
  movement: ({ action }) =>
    action ? [{ sentence: actionSentence(action), deed: actionDeed(action), sure: action.sure }] : [],
  relations: ({ relations, report: { sides } }) => [
    ...each(
      relations?.lineUps,
      (one) => lineUpSentence(one, sides),
      (one) => lineUpDeed(one, sides),
    ),
    ...each(relations?.triangle ? [relations.triangle] : [], triangleSentence, triangleDeed),
    ...each(relations?.asymmetry ? [relations.asymmetry] : [], asymmetrySentence, asymmetryDeed),
  ],
  depth: ({ depth }) => [
    ...each(depth?.overlaps, overlapSentence, overlapDeed),
    ...each(depth?.touches, touchSentence, touchDeed),
    ...each(depth?.rounds, roundSentence, roundDeed),
    ...each(depth?.turns, turnSentence, turnDeed),
  ],
  outline: ({ shape }) => each(shape?.told?.stretches, stretchSentence, stretchDeed),
  gaps: ({ shape }) => each(shape?.told?.gaps, gapSentence, gapDeed),
  weight: ({ weight, report: { sides } }) =>
    weight
      ? [
          {
            sentence: weightSentence(weight, sides),
            deed: weightDeed(weight, sides),
            sure: weight.shift.sure,
          },
          { sentence: feetSentence(weight), deed: null, sure: weight.feet?.sure ?? null },
        ]
      : [],
  values: (_, values) =>
    values
      ? [
          { sentence: valuesSentence(values), deed: valuesDeed(values), sure: values.off?.sure ?? null },
          {
            sentence: planesSentence(values),
            deed: planesDeed(values),
            sure: values.planes?.off?.sure ?? null,
          },
          { sentence: holesSentence(values), deed: null, sure: 'clearly' },
        ]
      : [],
  noticed: ({ rules, report: { sides } }) =>
    each(
      rules.filter(({ sure }) => sure !== null),
      (one) => ruleSentence(one, sides),
      (one) => ruleDeed(one, sides),
    ),
};

/**
 * Everything that the kinds name as off, in the order of the kinds and within each as its places are
 * numbered.
 */
export const namedThings = (checked: Checked, values: ValueReport | null): NamedThing[] =>
  NAMED_KINDS.flatMap((kind) =>
    SAID[kind](checked, values).flatMap(({ sentence, deed, sure }) =>
      sentence && sure ? [{ kind, sentence, deed, sure }] : [],
    ),
  );

/** What to do about everything that one kind names, in the same order. */
export const kindDeeds = (kind: NamedKind, checked: Checked, values: ValueReport | null): string[] =>
  namedThings(checked, values).flatMap((one) => (one.kind === kind && one.deed ? [one.deed] : []));

/** What each kind names as off, as it is kept with a report. */
export type KindSentence = Omit<NamedThing, 'deed'>;
export const kindSentences = (checked: Checked, values: ValueReport | null): KindSentence[] =>
  namedThings(checked, values).map(({ kind, sentence, sure }) => ({ kind, sentence, sure }));
