import type { RuleKind, RuleMark } from './mark.ts';

/** A rule without what tells it from others of its kind. */
export type Rule = Pick<RuleMark, 'rule' | 'on' | 'text'>;

/** How many touches make a rule of a kind. */
export const RULE_TOUCHES: Readonly<Record<RuleKind, number>> = {
  level: 2,
  plumb: 2,
  above: 2,
  equal: 4,
  begins: 3,
};

/** Whether a rule's places make sense: as many as it takes, and no length from a place to itself. */
export function isRule({ rule, on }: Pick<Rule, 'rule' | 'on'>): boolean {
  if (on.length !== RULE_TOUCHES[rule]) return false;
  const [a, b, c, d] = on;
  if (rule !== 'equal') return new Set(on).size === on.length;
  const isSame = new Set([a, b, c, d]).size === 2;
  return a !== b && c !== d && !isSame;
}

/** What a rule says, without a stop: in the student's own words, else in the desk's. */
export function ruleWords({ rule, on, text }: Rule): string {
  if (text !== '') return text.replace(/[.\s]+$/, '');
  const [a, b, c, d] = on as [string, string, string, string];
  switch (rule) {
    case 'level':
      return `The ${a} and the ${b} are level`;
    case 'plumb':
      return `The ${a} and the ${b} stand plumb, one below the other`;
    case 'above':
      return `The ${a} lies above the ${b}`;
    case 'equal':
      return b === c
        ? `From the ${a} to the ${b} it is as far as from there to the ${d}`
        : `From the ${a} to the ${b} it is as far as from the ${c} to the ${d}`;
    case 'begins':
      return `The ${c} begins where the line from the ${a} to the ${b} ends`;
  }
}
