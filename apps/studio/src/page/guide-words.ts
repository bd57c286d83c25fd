import type { GuidesTool } from '../data/desk-slice';

/** What a kind of guide is called in the tray. */
export const GUIDE_WORDS: Readonly<Record<GuidesTool, string>> = {
  ground: 'ground line',
  level: 'level',
  plumb: 'plumb',
  centre: 'centre line',
  axis: 'axis',
  divided: 'divide',
  stepped: 'step off',
  carried: 'carry',
  sighted: 'length',
  tilted: 'tilt',
  arc: 'arc',
  envelope: 'envelope',
  through: 'points',
  symmetry: 'symmetry axis',
};

/** How each kind is laid: said when it is taken in hand. */
export const GUIDE_NOTES: Readonly<Record<GuidesTool, string>> = {
  ground: 'Press where the ground lies. It is pulled by pressing again.',
  level: 'Press where a level line is to run. Pulled off the page, it is gone.',
  plumb: 'Press where a plumb line is to run. Pulled off the page, it is gone.',
  centre:
    'Drag inside a form, and the line over its middle curves to where you pull. Beside forms it is straight.',
  axis: 'Drag along it. It runs on across the page.',
  divided: 'Drag from end to end. It is halved first; more parts are in the tray.',
  stepped: 'Drag over one step, such as a head. It is stepped off onward.',
  carried: 'Drag over a distance; then drag from where it is to be laid, that way.',
  sighted: 'Drag over the unit, such as a head; then over what is to be measured in it.',
  tilted: 'Drag along the tilt that you want to judge.',
  arc: 'Drag along it in one go.',
  envelope: 'Draw round where the whole is to fit, in one go: its corners are what you can pull.',
  through: 'Touch every place that a curve must pass.',
  symmetry: 'Drag along it; a touch sets it upright.',
};

/** What is said once the first of two drags is done. */
export const TAKEN_NOTES: Readonly<Record<'carried' | 'sighted', string>> = {
  carried: 'The distance is taken. Drag from where it is to be laid, that way.',
  sighted: 'The unit is taken. Drag over what is to be measured in it; more lengths may follow.',
};

/** How many parts or steps, as it is said beside a guide that has them. */
export const countWords = (kind: 'divided' | 'stepped', count: number): string =>
  `${count} ${kind === 'divided' ? 'parts' : 'steps'}`;
