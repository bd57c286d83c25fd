import { ruleWords } from '../reference/rule.ts';
import type { CheckReport } from './check.ts';
import type { ToldRule } from './rules.ts';
import { asSurely, plainNumber, sideways } from './sentences.ts';

type Sides = CheckReport['sides'];

/** What is off of a rule that does not hold, as the end of a sentence. */
function howOff({ rule: { rule, on }, size }: ToldRule, sides: Sides): string {
  const [a, b, c, d] = on as [string, string, string, string];
  const amount = `${plainNumber(size)} %`;
  switch (rule) {
    case 'level':
      return `the ${b} lies ${amount} too ${size > 0 ? 'low' : 'high'} beside the ${a}`;
    case 'plumb':
      return `the ${b} lies ${amount} too far to the ${sideways(size, sides)}`;
    case 'above':
      return `the ${a} lies ${amount} below the ${b}`;
    case 'equal':
      return `from the ${c} to the ${d} it is ${amount} too ${size > 0 ? 'long' : 'short'} beside it`;
    case 'begins':
      return `the ${c} begins ${amount} too ${size > 0 ? 'late' : 'early'}`;
  }
}

/** A rule in a drawing, in one sentence. */
export function ruleSentence(told: ToldRule, sides: Sides): string {
  const words = ruleWords(told.rule);
  if (told.holds === 'yes') return `${words}.`;
  if (told.holds === 'cannot tell') return `${words}; here it cannot be told.`;
  const sentence = `${words}; here ${howOff(told, sides)}.`;
  return told.sure === null ? sentence : asSurely(told.sure, sentence);
}

/** What would make a rule hold. */
export function ruleDeed({ rule: { rule, on }, size }: ToldRule, sides: Sides): string {
  const [a, b, c, d] = on as [string, string, string, string];
  switch (rule) {
    case 'level':
      return `${size > 0 ? 'Lift' : 'Lower'} the ${b}, until it is level with the ${a}.`;
    case 'plumb':
      return `Move the ${b} to the ${sideways(-size, sides)}, until it stands plumb with the ${a}.`;
    case 'above':
      return `Bring the ${a} above the ${b}.`;
    case 'equal':
      return `Make it ${size > 0 ? 'shorter' : 'longer'} from the ${c} to the ${d}.`;
    case 'begins':
      return `Bring the ${c} to where the line from the ${a} to the ${b} ends.`;
  }
}

/** In how many pictures a rule holds, in one sentence; of none that it cannot be told yet. */
export function heldWords(pictures: readonly { readonly holds: boolean; readonly sure: boolean }[]): string {
  const count = (holds: boolean, sure: boolean): number =>
    pictures.filter((one) => one.holds === holds && one.sure === sure).length;
  const [yes, maybe, maybeNot] = [count(true, true), count(true, false), count(false, false)];
  const sure = yes + count(false, true);
  const parts = [
    sure > 0 ? `holds in ${yes} of ${sure} ${sure === 1 ? 'picture' : 'pictures'}` : '',
    maybe > 0 ? `${sure > 0 ? '' : 'holds '}perhaps in ${maybe}${sure > 0 ? ' more' : ''}` : '',
    maybeNot > 0 ? `${sure + maybe > 0 ? '' : 'holds '}perhaps not in ${maybeNot}` : '',
  ].filter((part) => part !== '');
  return parts.length > 0
    ? `It ${parts.join(', ')}.`
    : 'In no picture its landmarks are known yet, so nothing can be told.';
}
