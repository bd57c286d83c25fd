import type { Point } from '../geometry/point.ts';
import type { CheckReport } from './check.ts';
import { capital } from '../words/capital.ts';
import type { Finding } from './finding.ts';

const FRACTIONS: readonly [number, string][] = [
  [1 / 2, 'half'],
  [1 / 3, 'a third'],
  [1 / 4, 'a quarter'],
  [1 / 5, 'a fifth'],
  [1 / 6, 'a sixth'],
  [1 / 7, 'a seventh'],
  [1 / 8, 'an eighth'],
  [1 / 9, 'a ninth'],
  [1 / 10, 'a tenth'],
  [1 / 11, 'an eleventh'],
  [1 / 12, 'a twelfth'],
  [1 / 15, 'a fifteenth'],
  [1 / 20, 'a twentieth'],
];

/** What share to add or take away, in words a ruler-less eye can use. */
export function shareInWords(share: number): string {
  return FRACTIONS.reduce((best, entry) =>
    Math.abs(entry[0] - share) < Math.abs(best[0] - share) ? entry : best,
  )[1];
}

/** A number with as many digits as one can see: one below ten, none above. */
export function plainNumber(value: number): string {
  const size = Math.abs(value);
  return size < 9.95 ? String(Number(size.toFixed(1))) : String(Math.round(size));
}

/** The name a finding goes by; a form nobody named is called by its kind. */
export function nameOf(finding: Pick<Finding, 'about' | 'thing'>): string {
  return finding.about ?? (finding.thing === 'form' ? 'form without a name' : 'landmark without a name');
}

/** Left or right for a sideways miss, as the report's sides say. */
export function sideways(dx: number, sides: CheckReport['sides']): 'left' | 'right' {
  const right = dx > 0;
  return (sides === 'sitter facing' ? !right : right) ? 'right' : 'left';
}

/** Where a drawn thing is, against where it should be: "too high, to the left". */
function whereabouts({ x, y }: Point, sides: CheckReport['sides']): string {
  const parts: string[] = [];
  if (Math.abs(y) > 0.4 * Math.abs(x)) parts.push(y < 0 ? 'too high' : 'too low');
  if (Math.abs(x) > 0.4 * Math.abs(y))
    parts.push(`${parts.length === 0 ? 'too far ' : ''}to the ${sideways(x, sides)}`);
  return parts.join(', ');
}

const steep = (tilt: number): boolean => Math.abs(tilt) > 45;
const clockwise = (size: number): string => (size < 0 ? 'clockwise' : 'counter-clockwise');

/** Which way a tilt is off: turned, where the line is steep; else over, too flat or too steep. */
function tiltWay({ size, reference }: Finding): 'turned' | 'other way' | 'flat' | 'steep' {
  const own = reference ?? 0;
  if (steep(own)) return 'turned';
  const drawn = own + size;
  if (Math.abs(own) >= 2 && drawn * own < 0) return 'other way';
  return Math.abs(drawn) < Math.abs(own) ? 'flat' : 'steep';
}

function tiltState(finding: Finding): string {
  const amount = `${plainNumber(finding.size)}°`;
  const way = tiltWay(finding);
  if (way === 'turned') return `turned ${amount} too far ${clockwise(finding.size)}`;
  return way === 'other way' ? `tilts the other way, ${amount} off` : `${amount} too ${way}`;
}

/** Too much or too little of what was measured: "too long". */
function tooMuch({ size, id }: Finding): string {
  if (id.startsWith('width:')) return `too ${size > 0 ? 'wide' : 'narrow'}`;
  if (id.startsWith('length:')) return `too ${size > 0 ? 'long' : 'short'}`;
  return `too ${size > 0 ? 'large' : 'small'}`;
}

/** How a thing stands, without its amount: "is flatter than it is", "is too large", "stands too high". */
export function standing(finding: Finding, sides: CheckReport['sides']): string {
  if (finding.kind === 'place') return `stands ${whereabouts(finding.offset ?? { x: 0, y: 0 }, sides)}`;
  if (finding.kind === 'proportion') return `is ${tooMuch(finding)}`;
  const way = tiltWay(finding);
  if (way === 'turned') return `is turned too far ${clockwise(finding.size)}`;
  return way === 'other way'
    ? 'tilts the other way'
    : `is ${way === 'flat' ? 'flatter' : 'steeper'} than it is`;
}

/** What a finding says was measured: "Head 10 % too large". */
export function findingSentence(finding: Finding, sides: CheckReport['sides']): string {
  const name = capital(nameOf(finding));
  if (finding.kind === 'place')
    return `${name} ${plainNumber(finding.size)} % ${whereabouts(finding.offset ?? { x: 0, y: 0 }, sides)}`;
  if (finding.kind === 'tilt') return `${name} ${tiltState(finding)}`;
  return `${name} ${plainNumber(finding.size)} % ${tooMuch(finding)}`;
}

/** A sentence that is said only perhaps, in full or without its stop. */
export const perhaps = (sentence: string): string =>
  `Perhaps: ${sentence.charAt(0).toLowerCase()}${sentence.slice(1)}`;

/** A sentence as surely as it is meant: in full, or only perhaps. */
export const asSurely = (sure: 'clearly' | 'perhaps' | null, sentence: string): string =>
  sure === 'clearly' ? sentence : perhaps(sentence);

/** A finding that is not sure, with what would settle it: "Perhaps: … Set the left elbow to be sure." */
export function perhapsSentence(finding: Finding, sides: CheckReport['sides']): string {
  const sentence = findingSentence(finding, sides);
  const settle = finding.settledBy ? ` Set the ${finding.settledBy} to be sure.` : '';
  return `${perhaps(sentence)}.${settle}`;
}

/** How sure a finding is, in its own unit: "± 2°". */
export function errorPhrase(finding: Pick<Finding, 'kind' | 'error'>): string {
  return `± ${plainNumber(finding.error)}${finding.kind === 'tilt' ? '°' : ' %'}`;
}

function placeDeed({ offset }: Finding, sides: CheckReport['sides']): (name: string) => string {
  const { x, y } = offset ?? { x: 0, y: 0 };
  const up = Math.abs(y) > 0.4 * Math.abs(x) ? (y > 0 ? 'Lift' : 'Lower') : null;
  const side = Math.abs(x) > 0.4 * Math.abs(y) ? sideways(-x, sides) : null;
  if (up) return (name) => `${up} the ${name}${side ? ` and move it to the ${side}` : ''}`;
  return (name) => `Move the ${name} to the ${side ?? 'side'}`;
}

const MEASURE_WORDS = {
  size: { more: 'larger', less: 'smaller', plain: 'large' },
  width: { more: 'wider', less: 'narrower', plain: 'wide' },
  length: { more: 'longer', less: 'shorter', plain: 'long' },
} as const;
/** From this share on a thing is told to be made twice as large. */
const TWICE = 0.9;

const measureWords = ({ id }: Finding): (typeof MEASURE_WORDS)[keyof typeof MEASURE_WORDS] =>
  MEASURE_WORDS[id.startsWith('width:') ? 'width' : id.startsWith('length:') ? 'length' : 'size'];

/** What to do about one finding: "Make the head an eleventh smaller." without its full stop. */
function deed(finding: Finding, sides: CheckReport['sides'], name: string): string {
  if (finding.kind === 'place') return placeDeed(finding, sides)(name);
  if (finding.kind === 'proportion') {
    const share = Math.abs(1 / (1 + finding.size / 100) - 1);
    if (finding.size < 0 && share >= TWICE) return `Make the ${name} twice as ${measureWords(finding).plain}`;
    return `Make the ${name} ${shareInWords(share)} ${finding.size < 0 ? measureWords(finding).more : measureWords(finding).less}`;
  }
  const amount = `${plainNumber(finding.size)}°`;
  switch (tiltWay(finding)) {
    case 'turned':
      return `Turn the ${name} ${amount} ${clockwise(-finding.size)}`;
    case 'other way':
      return `Tilt the ${name} the other way, by ${amount}`;
    case 'flat':
      return `Tilt the ${name} ${amount} more`;
    case 'steep':
      return `Flatten the ${name} by ${amount}`;
  }
}

/**
 * The one thing to do: the first finding, with a second one about the same thing joined on.
 * @param findings listed ones, biggest first; null where there are none
 */
export function thingToDo(findings: readonly Finding[], sides: CheckReport['sides']): string | null {
  const [first, ...rest] = findings;
  if (!first) return null;
  const also = rest.find((f) => f.about !== null && f.about === first.about && f.kind !== first.kind);
  const text = deed(first, sides, nameOf(first));
  if (!also) return `${text}.`;
  const second = deed(also, sides, nameOf(also)).replace(` the ${nameOf(also)}`, ' it');
  return `${text}, and ${second.charAt(0).toLowerCase()}${second.slice(1)}.`;
}

/** The first thing that a report says: what to do, or that nothing is off, or what is missing to tell. */
export function headlineOf({
  findings,
  perhaps,
  unsure,
  sides,
  averageMiss,
  cannotSay,
}: CheckReport): string {
  const open = perhaps.length > 0 || unsure.some((f) => Math.abs(f.size) >= f.tolerance);
  return (
    thingToDo(findings, sides) ??
    (averageMiss
      ? open
        ? 'Nothing is clearly off.'
        : 'Nothing is off by more than is worth a word.'
      : (cannotSay[0] ?? 'There is too little here to tell what is off.'))
  );
}

/** Whose left and right are meant, said once wherever sides are named. */
export const sidesSentence = (sides: CheckReport['sides']): string =>
  `Left and right are the ${sides === 'picture' ? "picture's" : "sitter's"}.`;

/**
 * The summary line of a report: first what the fit took out of the drawing, then how far it is off.
 * @param scale how large the whole drawing is beside the picture; null where that is not known
 * @param flipped whether it is meant to be turned over: then that is not said here
 */
export function summarySentence(report: CheckReport, scale: number | null, flipped = false): string {
  const parts: string[] = [];
  if (report.mirrored && !flipped) parts.push('The drawing is mirrored; that is taken out.');
  const off = scale === null ? 0 : 100 * (scale - 1);
  if (Math.abs(off) >= 2)
    parts.push(
      `The whole drawing was ${plainNumber(off)} % ${off > 0 ? 'larger' : 'smaller'}; that is taken out.`,
    );
  const ofPicture = report.sides === 'picture';
  if (report.averageMiss) {
    const { value, error } = report.averageMiss;
    const height = ofPicture ? 'the height' : "the figure's height";
    parts.push(`Average miss ${value.toFixed(1)} ± ${error.toFixed(1)} % of ${height}.`);
  }
  parts.push(sidesSentence(report.sides));
  return parts.join(' ');
}
