import type { CheckReport } from './check.ts';
import type { LineUp } from './line-ups.ts';
import type { NamedLength, Proportion, RelationsReport } from './relations.ts';
import { asSurely, plainNumber, sideways } from './sentences.ts';
import type { Asymmetry } from './symmetry.ts';
import type { Triangle } from './triangles.ts';

type Sides = CheckReport['sides'];

/** A line-up that is not kept, in one sentence. */
export function lineUpSentence({ kind, about, size, sure }: LineUp, sides: Sides): string {
  const [a, b, c] = about as [string, string, string | undefined];
  const amount = `${plainNumber(size)} %`;
  switch (kind) {
    case 'plumb':
      return asSurely(
        sure,
        `The ${b} hangs plumb below the ${a} in the picture; here it lies ${amount} to the ${sideways(size, sides)}.`,
      );
    case 'level':
      return asSurely(
        sure,
        `The ${b} is level with the ${a} in the picture; here it lies ${amount} too ${size > 0 ? 'low' : 'high'}.`,
      );
    case 'through':
      return asSurely(
        sure,
        `The line from the ${a} to the ${b} meets the ${c} in the picture; here it passes ${amount} beside it.`,
      );
  }
}

/** What would bring it into line. */
export function lineUpDeed({ kind, about, size }: LineUp, sides: Sides): string {
  const [a, b, c] = about as [string, string, string | undefined];
  if (kind === 'plumb')
    return `Move the ${b} to the ${sideways(-size, sides)}, until it hangs below the ${a}.`;
  if (kind === 'level') return `${size > 0 ? 'Lift' : 'Lower'} the ${b}, until it is level with the ${a}.`;
  return `Move the ${c} onto the line from the ${a} to the ${b}.`;
}

/** The triangle that is off most, in one sentence. */
export function triangleSentence({ about, size, sure }: Triangle): string {
  const [at, p, q] = about;
  return asSurely(
    sure,
    `In the triangle of ${at}, ${p} and ${q} the corner at the ${at} is ${plainNumber(size)}° too ${size > 0 ? 'wide' : 'narrow'}.`,
  );
}

export const triangleDeed = ({ about: [at], size }: Triangle): string =>
  `${size > 0 ? 'Narrow' : 'Widen'} the angle at the ${at}.`;

/** Left and right that are not alike in a view from the front, in one sentence. */
export function asymmetrySentence({ about: [left, right], way, size, sure }: Asymmetry): string {
  const how = way === 'along' ? (size > 0 ? 'lower' : 'higher') : size > 0 ? 'further out' : 'further in';
  return asSurely(
    sure,
    `Seen from the front left and right are alike; here the ${left} lies ${plainNumber(size)} % ${how} than the ${right}.`,
  );
}

export const asymmetryDeed = ({ about: [left, right] }: Asymmetry): string =>
  `Bring the ${left} and the ${right} into balance about the middle line.`;

/** How many line-ups of the picture are kept; what is missing where there is none. */
export function keptSentence({ count, kept }: RelationsReport): string {
  if (count === 0) return 'Nothing in this picture lines up plumb, level or through three places.';
  if (kept === count) return `All ${count} places that line up in the picture line up here.`;
  return `Of ${count} places that line up in the picture ${kept} line up here.`;
}

/** One length in units of another, in one sentence. */
export function proportionSentence(
  a: NamedLength,
  b: NamedLength,
  { drawn, reference, error }: Proportion,
): string {
  const two = (value: number): string => value.toFixed(2);
  return `The ${a.name} is ${two(drawn)} times the ${b.name} (± ${two(error)}), in the picture ${two(reference)}.`;
}
