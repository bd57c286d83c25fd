import type { RuleKind } from '@deft/core/reference';

/** While what reads pictures comes over, the first time. */
export const comingWords = (share: number): string =>
  `Fetching what reads pictures: ${Math.round(100 * share)} %`;
export const SEES_NOBODY =
  'The desk sees nobody here that it can read. Set the landmarks in a quick run instead.';
export const SEVERAL = 'There are several people. Touch the one you mean.';
export const FROM_BEHIND =
  'It could as well be seen the other way round: look whether left and right are the sitter’s.';
export const NOT_FETCHED = 'This picture could not be read. It is as it was; try again in a moment.';

/** What relations are for, and what to do first. */
export const ABOUT_RULES =
  'Eyes that are level, a forearm as long as the foot: touch the places, and the desk looks for it in every picture and drawing of this subject.';
export const NOT_A_RULE = 'That would be a place and itself. Touch another one.';

export const RULE_LABELS: Readonly<Record<RuleKind, string>> = {
  level: 'Level',
  plumb: 'Plumb',
  above: 'One above another',
  equal: 'Equal lengths',
  begins: 'Begins where another ends',
};

/** What to touch next, after some places have been. */
export const RULE_ASKS: Readonly<Record<RuleKind, (on: readonly string[]) => string>> = {
  level: ([a]) => (a ? `Touch what is level with the ${a}.` : 'Touch the first of the two.'),
  plumb: ([a]) => (a ? `Touch what stands plumb with the ${a}.` : 'Touch the first of the two.'),
  above: ([a]) => (a ? `Touch what the ${a} lies above.` : 'Touch the one that lies above.'),
  equal: ([a, b, c]) => {
    if (c) return `And from the ${c} to where?`;
    if (b) return `As long as from where? Touch it; it may be the ${b} again.`;
    return a ? `From the ${a} to where?` : 'Touch where the first length begins.';
  },
  begins: ([a, b]) => {
    if (b) return `Touch what begins where the line to the ${b} ends.`;
    return a ? `From the ${a} to where? Touch its end.` : 'Touch where the first one begins.';
  },
};

/** Whether a rule holds in the picture that is shown. */
export function holdsHereWords(here: { readonly holds: boolean; readonly sure: boolean } | null): string {
  if (!here) return 'Here it cannot be told.';
  if (here.sure) return here.holds ? 'Here it holds.' : 'Here it does not hold.';
  return here.holds ? 'Here it perhaps holds.' : 'Here it perhaps does not hold.';
}

export const TAKING = 'Taking it into your library …';
