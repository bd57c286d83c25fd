import type { LineFigures } from './line-figures.ts';
import { FEWEST_FOR_USUAL, type Usual } from './usual.ts';

/** One thing about how the lines were drawn, beside what is usual for the student. */
export interface LineRow {
  readonly name: string;
  /** What it is here. */
  readonly here: string;
  /** What it usually is; null until enough drawings tell. */
  readonly usually: string | null;
}

/** From this share of change on something is other than usual. */
const OTHER = 0.2;
/** The same of smoothness, in its own unit. */
const OTHER_SMOOTHNESS = 0.15;

const digits = (value: number): string =>
  value < 9.95 ? String(Number(value.toFixed(1))) : String(Math.round(value));
const percent = (share: number): string => `${Math.round(100 * share)} %`;
const heights = (value: number): string =>
  `${digits(value)} figure ${Math.abs(value - 1) < 0.05 ? 'height' : 'heights'}`;

const PRESSURES = [
  { from: 0, words: 'nearly even' },
  { from: 0.12, words: 'varied' },
  { from: 0.3, words: 'varied much' },
];
const pressureWords = (spread: number): string =>
  PRESSURES.reduce((words, row) => (spread >= row.from ? row.words : words), '');

/** What smoothness is beside the usual, in words. */
function steadiness(here: number, usual: number): string {
  if (Math.abs(here - usual) < OTHER_SMOOTHNESS) return 'as usual';
  return here > usual ? 'more fluent than usual' : 'more searching than usual';
}

/** How the lines of a drawing were drawn, in words; what is not known is left out. */
export function lineRows(here: LineFigures, usual: Usual): LineRow[] {
  const row = (
    name: string,
    value: number | null,
    usually: number | null,
    say: (value: number) => string,
  ): LineRow[] =>
    value === null ? [] : [{ name, here: say(value), usually: usually === null ? null : say(usually) }];
  const later = `told from ${FEWEST_FOR_USUAL} drawings on`;
  return [
    ...row('Strokes', here.strokes, usual.strokes, digits),
    ...row('All lines together', here.length, usual.length, heights),
    ...row('Gone over again', here.restated, usual.restated, percent),
    ...row('Pace', here.pace, usual.pace, (pace) => `${heights(pace)} a second`),
    ...row('Pressure', here.pressure, usual.pressure, pressureWords),
    ...(here.smoothness === null
      ? []
      : [
          {
            name: 'Flow',
            here: usual.smoothness === null ? later : steadiness(here.smoothness, usual.smoothness),
            usually: null,
          },
        ]),
  ];
}

/** One sentence over the lines of a drawing: what stands out beside the usual, else how many there are. */
export function lineSentence(here: LineFigures, usual: Usual): string {
  const count = `${here.strokes} ${here.strokes === 1 ? 'stroke' : 'strokes'}`;
  const share = percent(here.restated);
  if (usual.strokes === null) return `${count}; ${share} of the line goes over earlier lines.`;
  const by = here.strokes / usual.strokes - 1;
  if (Math.abs(by) < OTHER) return `${count}, about as many as usual.`;
  return `${count}; usually you need ${digits(usual.strokes)}.`;
}
