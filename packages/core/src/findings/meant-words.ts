import { capital } from '../words/capital.ts';
import { partOf, WHOLE_FIGURE, type Departure } from './departure.ts';
import type { CheckReport } from './check.ts';
import type { Came, Meant } from './meant.ts';
import { shareInWords } from './sentences.ts';

/** Why nothing is held against the picture, as one would say it. */
export const WHOLLY = {
  view: 'You meant another view: where things lie cannot be compared. Proportions and traits can.',
  inspired: 'The picture only gave the idea: nothing is held against it. Its traits can be ticked.',
} as const;

/** From this factor on a thing is twice as large, and below its inverse half as large. */
const TWICE = 1.9;
/** A size that differs by less is as large as it is. */
const SAME = 0.03;

/** A size beside another: "larger by a quarter", "twice as large"; drawn over picture. */
export function sizeInWords(by: number): string {
  if (Math.abs(by - 1) < SAME) return 'as large';
  if (by >= TWICE) return by < 2.2 ? 'twice as large' : `${Number(by.toFixed(1))} times as large`;
  if (by <= 1 / TWICE) return by > 1 / 2.2 ? 'half as large' : `smaller than half`;
  return `${by > 1 ? 'larger' : 'smaller'} by ${shareInWords(Math.abs(by - 1))}`;
}

/** What is meant, as one would say it: "The head larger by a quarter". Without a full stop. */
export function departureInWords(departure: Departure): string {
  const part = partOf(departure);
  const name = part === null ? 'The whole' : `The ${part}`;
  switch (departure.kind) {
    case 'flipped':
      return 'The whole turned over';
    case 'size':
      return `${name} ${departure.by === null ? 'another size' : sizeInWords(departure.by)}`;
    case 'pose':
      return part === WHOLE_FIGURE ? 'The whole figure leaning otherwise' : `${name} lying otherwise`;
    case 'unlike':
      return `Left and right ${departure.part} unlike`;
    case 'view':
      return `${name} from another view`;
    case 'inspired':
      return `${name} only inspired by the picture`;
  }
}

function cameOf({ departure, by }: Came): string {
  const name = capital(partOf(departure) ?? 'the whole');
  const meant = departure.kind === 'size' && departure.by !== null ? sizeInWords(departure.by) : null;
  if (by === null) return `${name}: too little of it is known to tell its size.`;
  return meant
    ? `${name}: meant ${meant}, drawn ${sizeInWords(by)}.`
    : `${name}: drawn ${sizeInWords(by)}, as you meant.`;
}

/** What came of everything that was meant otherwise, a sentence each; empty where nothing was. */
export function meantSentences(
  { departures, came }: Meant,
  { mirrored, toReference }: CheckReport,
): string[] {
  return departures.map((departure) => {
    const size = came.find((one) => one.departure === departure);
    if (size) return cameOf(size);
    switch (departure.kind) {
      case 'flipped':
        if (!toReference) return 'Meant turned over.';
        return mirrored ? 'It is turned over, as you meant.' : 'You meant it turned over, and it is not.';
      case 'unlike':
        return `Left and right ${departure.part} are unlike, as you meant.`;
      case 'pose':
        return departure.part === WHOLE_FIGURE
          ? 'It leans as you meant: that is taken out.'
          : `The ${departure.part} lies as you meant: only its size is compared.`;
      default:
        return `${departureInWords(departure)}: nothing is said of it.`;
    }
  });
}
