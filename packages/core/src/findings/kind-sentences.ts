import { actionSentence } from './action-words.ts';
import { overlapSentence, roundSentence, touchSentence } from './depth-words.ts';
import type { CheckedPages } from './from-pages.ts';
import { asymmetrySentence, lineUpSentence, triangleSentence } from './relation-words.ts';
import { gapSentence, stretchSentence } from './shape-words.ts';
import type { Degree } from './sureness.ts';
import { holesSentence, planesSentence, valuesSentence } from './value-words.ts';
import type { ValueReport } from './values.ts';
import { feetSentence, weightSentence } from './weight-words.ts';

/** The kinds of things that a check names beside places, tilts and proportions. */
export const NAMED_KINDS = ['movement', 'relations', 'depth', 'outline', 'gaps', 'weight', 'values'] as const;
export type NamedKind = (typeof NAMED_KINDS)[number];

export interface KindSentence {
  readonly kind: NamedKind;
  readonly sentence: string;
  readonly sure: Degree;
}

/** What each kind names as off, a sentence a thing, in the order of the kinds; none where nothing is. */
export function kindSentences(
  { action, relations, depth, shape, weight, report: { sides } }: Omit<CheckedPages, 'hand'>,
  values: ValueReport | null,
): KindSentence[] {
  const told = shape?.told ?? null;
  const said = (
    kind: NamedKind,
    list: readonly { readonly sentence: string | null; readonly sure: Degree | null }[],
  ): KindSentence[] =>
    list.flatMap(({ sentence, sure }) => (sentence && sure ? [{ kind, sentence, sure }] : []));
  return [
    ...said('movement', action ? [{ sentence: actionSentence(action), sure: action.sure }] : []),
    ...said('relations', [
      ...(relations?.lineUps ?? []).map((one) => ({ sentence: lineUpSentence(one, sides), sure: one.sure })),
      ...(relations?.triangle
        ? [{ sentence: triangleSentence(relations.triangle), sure: relations.triangle.sure }]
        : []),
      ...(relations?.asymmetry
        ? [{ sentence: asymmetrySentence(relations.asymmetry), sure: relations.asymmetry.sure }]
        : []),
    ]),
    ...said('depth', [
      ...(depth?.overlaps ?? []).map((one) => ({ sentence: overlapSentence(one), sure: one.sure })),
      ...(depth?.touches ?? []).map((one) => ({ sentence: touchSentence(one), sure: one.sure })),
      ...(depth?.rounds ?? []).map((one) => ({ sentence: roundSentence(one), sure: one.sure })),
    ]),
    ...said(
      'outline',
      (told?.stretches ?? []).map((one) => ({ sentence: stretchSentence(one), sure: one.sure })),
    ),
    ...said(
      'gaps',
      (told?.gaps ?? []).map((one) => ({ sentence: gapSentence(one), sure: one.sure })),
    ),
    ...said(
      'weight',
      weight
        ? [
            { sentence: weightSentence(weight, sides), sure: weight.shift.sure },
            { sentence: feetSentence(weight), sure: weight.feet?.sure ?? null },
          ]
        : [],
    ),
    ...said('values', [
      { sentence: values?.off ? valuesSentence(values) : null, sure: values?.off?.sure ?? null },
      { sentence: values && planesSentence(values), sure: values?.planes?.off?.sure ?? null },
      { sentence: values && holesSentence(values), sure: 'clearly' },
    ]),
  ];
}
