import { BLUE_PENCIL, INK_COLOUR } from '../page/colours.ts';
import { colourDifference, labOfHex, type Lab } from './lab.ts';

export interface NamedColour {
  readonly name: string;
  readonly hex: string;
}

/** Colours a drawing is made with, in the order they are offered where nothing lies under them. */
export const DRAWING_COLOURS: readonly NamedColour[] = [
  { name: 'ink', hex: INK_COLOUR },
  { name: 'blue pencil', hex: BLUE_PENCIL },
  { name: 'red chalk', hex: '#8E3B24' },
  { name: 'grey', hex: '#6F747C' },
  { name: 'ochre', hex: '#A9741B' },
  { name: 'leaf', hex: '#2F7A46' },
  { name: 'violet', hex: '#6A3E9B' },
  { name: 'white chalk', hex: '#FFFFFF' },
];

/** Share of the picture that a colour may stand out less from. */
const WEAK_SHARE = 0.15;

/**
 * How well a colour stands out from what is under it: the difference that all but the weakest share exceeds.
 */
export function standsOut(colour: Lab, under: readonly Lab[]): number {
  const all = under.map((lab) => colourDifference(colour, lab)).sort((p, q) => p - q);
  return all[Math.floor(WEAK_SHARE * all.length)] ?? Infinity;
}

/**
 * A few colours to draw with, those that stand out best from the picture under them first; they
 * keep their usual order where nothing is under them.
 * @param under a sample of the picture as it is seen, faded
 */
export function proposeColours(under: readonly Lab[], count = 5): NamedColour[] {
  if (under.length === 0) return DRAWING_COLOURS.slice(0, count);
  return DRAWING_COLOURS.map((colour) => ({ colour, out: standsOut(labOfHex(colour.hex), under) }))
    .sort((p, q) => q.out - p.out)
    .slice(0, count)
    .map(({ colour }) => colour);
}
