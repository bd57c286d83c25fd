import { capital } from '../words/capital.ts';
import type { CheckReport } from './check.ts';
import { asSurely, plainNumber, sideways } from './sentences.ts';
import type { Shift, WeightReport } from './weight.ts';

type Sides = CheckReport['sides'];

const said = ({ sure }: Shift, sentence: string): string => asSurely(sure, sentence);

/** Where the weight lies over the feet, beside the picture, in one sentence. */
export function weightSentence({ shift }: WeightReport, sides: Sides): string {
  if (!shift.sure && shift.past) return 'Where the weight lies over the feet is too close to tell.';
  if (!shift.sure) return 'The weight lies over the feet as it does in the picture.';
  const side = sideways(shift.size, sides);
  return said(shift, `The weight lies ${plainNumber(shift.size)} % too far to the ${side} over the feet.`);
}

/** What would bring the weight over the feet; null where it is. */
export function weightDeed({ shift }: WeightReport, sides: Sides): string | null {
  if (!shift.sure) return null;
  const [back, on] = [sideways(-shift.size, sides), sideways(shift.size, sides)];
  return `Lean the body to the ${back}, or set the feet further to the ${on}.`;
}

/** A load that moves the weight by less makes no difference, per cent of the height. */
const HARDLY = 0.3;
/** A plumb line that falls less far outside than this falls on the feet, per cent of the height. */
const ON_FEET = 1;

/** Whether the weight falls between the feet or outside of them, beside the picture, in one sentence. */
export function supportSentence({ outside: { drawn, reference } }: WeightReport): string {
  const where = (by: number): string =>
    by < ON_FEET ? 'within the feet' : `${plainNumber(by)} % outside of the feet`;
  const [here, there] = [where(drawn), where(reference)];
  return here === there
    ? `A plumb line through it falls ${here}, as in the picture.`
    : `A plumb line through it falls ${here}; in the picture ${there}.`;
}

/** What each load does to the weight, a sentence each; empty where nothing is carried. */
export const loadSentences = ({ loads, shift }: WeightReport, sides: Sides): string[] =>
  loads.map(({ load, without }) => {
    const name = `the load at the ${load.on}`;
    if (!shift.sure && !without.sure) return `With ${name} and without it the weight lies as in the picture.`;
    if (Math.abs(shift.size - without.size) < HARDLY)
      return `${capital(name)} makes hardly any difference to that.`;
    const side = (one: Shift): string =>
      one.sure
        ? `${plainNumber(one.size)} % to the ${sideways(one.size, sides)}`
        : 'where it does in the picture';
    return `With ${name} it lies ${side(shift)}, without it ${side(without)}.`;
  });

/** How the feet stand beside each other, in one sentence; null where nothing can be said of it. */
export function feetSentence({ feet }: WeightReport): string | null {
  if (!feet?.sure) return null;
  const way = feet.size > 0 ? 'high' : 'low';
  return said(feet, `The left foot stands ${plainNumber(feet.size)} % too ${way} beside the right.`);
}
