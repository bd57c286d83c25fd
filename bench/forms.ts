import { FORM_KINDS, guessForms, isOpen, type FormKind } from '@deft/core/forms';
import { IDENTITY } from '@deft/core/geometry';
import { measureForm } from '@deft/core/page';
import { seeded } from '@deft/core/random';
import { drawFigure } from '../packages/core/src/testing/drawn-figure.ts';
import { madeScribble, madeStroke } from '../packages/core/src/testing/made-strokes.ts';
import { figures } from './ink-cases.ts';
import { quantile, row } from './table.ts';

/** Which form a freehand stroke stands for: strokes that were made of known forms, scribbles and letters. */

const STROKES = 2000;
const SCRIBBLES = 500;
const FIRST = Number(process.env['DEFT_FORMS_FIRST'] ?? 15_000_000);
const FIGURES = 40;
const LIMB_MANNERS = ['axes', 'outline', 'sweeps', 'sketchy'] as const;
/** So many first, until the engine has compiled what runs often. */
const WARM = 100;

const counted = new Map<FormKind, { made: number; first: number; offered: number }>();
const times: number[] = [];
const errors: number[] = [];
for (let i = -WARM; i < STROKES; i += 1) {
  const kind = FORM_KINDS[(i + WARM) % FORM_KINDS.length]!;
  const { points, shape } = madeStroke(kind, seeded(FIRST + i));
  const began = performance.now();
  const guesses = guessForms(points);
  const took = performance.now() - began;
  if (i < 0) continue;
  times.push(took);
  const count = counted.get(kind) ?? { made: 0, first: 0, offered: 0 };
  counted.set(kind, {
    made: count.made + 1,
    first: count.first + (guesses[0]?.shape.kind === kind ? 1 : 0),
    offered: count.offered + (guesses.some((guess) => guess.shape.kind === kind) ? 1 : 0),
  });
  const [guess] = guesses;
  if (guess?.shape.kind !== kind) continue;
  const [drawn, made] = [measureForm(guess), measureForm({ shape, transform: IDENTITY })];
  errors.push(Math.abs(drawn.ellipse.major / made.ellipse.major - 1));
  if (!isOpen(shape)) errors.push(Math.abs(drawn.ellipse.minor / made.ellipse.minor - 1));
}
const all = [...counted.values()];
const share = (of: 'first' | 'offered'): number =>
  all.reduce((sum, count) => sum + count[of], 0) / all.reduce((sum, { made }) => sum + made, 0);
for (const [kind, { made, first, offered }] of counted)
  row(`${kind}: first, among the two offered`, `${first}, ${offered} of ${made}`, 'reported');
row('right kind first', `${(share('first') * 100).toFixed(1)} %`, 'at least 95 %', share('first') >= 0.95);
row(
  'right kind among the two offered',
  `${(share('offered') * 100).toFixed(1)} %`,
  'at least 99 %',
  share('offered') >= 0.99,
);
const within = errors.filter((error) => error <= 0.05).length / errors.length;
row(
  'axes within 5 % of those it was made with',
  `${(within * 100).toFixed(1)} %`,
  'at least 95 %',
  within >= 0.95,
);
const none = Array.from({ length: SCRIBBLES }, (_, i) =>
  guessForms(madeScribble(seeded(FIRST + 7 * i))),
).filter((guesses) => guesses.length === 0).length;
row(
  'scribbles and letters are no form',
  `${((none / SCRIBBLES) * 100).toFixed(1)} %`,
  'at least 95 %',
  none >= 0.95 * SCRIBBLES,
);
row('a stroke takes, median', `${quantile(times, 0.5).toFixed(2)} ms`, 'reported');
row('a stroke takes, p95', `${quantile(times, 0.95).toFixed(2)} ms`, 'under 5 ms', quantile(times, 0.95) < 5);

// Hurried drawings of the demo's figures: what is drawn of a limb is a line, and no form that holds room.
// Hands that construct draw forms on purpose, and a head is one.
let [lines, forced] = [0, 0];
for (let i = 0; i < FIGURES; i += 1) {
  const { landmarks, height } = figures[i % figures.length]!.truth;
  const places = new Map(landmarks.map(({ name, at }) => [name, at]));
  const manner = LIMB_MANNERS[i % LIMB_MANNERS.length]!;
  const { lines: drawn } = drawFigure(places, height, { manner, wobble: 0.9, random: seeded(FIRST + i) });
  const chin = places.get('chin')?.y ?? 0;
  for (const points of drawn.filter((line) => line.some(({ y }) => y > chin))) {
    lines += 1;
    const [guess] = guessForms(points);
    if (guess && !isOpen(guess.shape)) forced += 1;
  }
}
row(
  'lines of limbs in hurried figures that are taken for a closed form',
  `${forced} of ${lines}`,
  'at most 5 %',
  forced <= 0.05 * lines && lines > 200,
);
