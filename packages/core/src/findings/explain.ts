import { invert, type Affine } from '../geometry/affine.ts';
import type { Subject } from '../subjects/subject.ts';
import { candidatesFor, type Candidate, type Topic } from './causes.ts';
import { moveItem } from './item.ts';
import { measureTopic } from './measure.ts';
import { fitModel, type ItemPair, type ModelOptions, type ModelFit } from './model.ts';
import { toleranceOf } from './tolerance.ts';

/**
 * How much a cause must lower the sum of squared standardised residuals before it is believed:
 * about five standard errors, since some eighty causes are tried on every drawing and a student
 * checks hundreds.
 */
const BELIEF: Readonly<Record<1 | 2, number>> = { 1: 24, 2: 32 };
/** What a further number in a cause must earn before it is preferred over a simpler cause. */
const PRICE = 4;
const MOST_CAUSES = 12;
/**
 * Turns within this much of the best explain a drawing as well: the one is taken that is seen best
 * on its own things, so that a round ribcage is not said to be turned where a shoulder line is.
 */
const AS_GOOD = 12;
/** How many of the most promising causes are fitted in full before one is chosen. */
const CLOSELY = 6;

/** The causes a drawing shows, each with how far it goes. */
export interface Explanation {
  readonly causes: readonly Candidate[];
  readonly fit: ModelFit;
  /** Reference pixels to page millimetres. */
  readonly toPage: Affine;
}

/** How far a cause goes, in the unit of its finding. */
export function sizeOf(cause: Candidate, values: readonly number[]): number {
  const [a = 0, b = 0] = values;
  if (cause.topic.kind === 'place') return Math.hypot(a, b);
  return cause.topic.kind === 'proportion' ? 100 * (Math.exp(a) - 1) : a;
}

/** One standard error of `sizeOf`, from the fit's covariance. */
export function errorOf(cause: Candidate, at: number, fit: ModelFit, causes: readonly Candidate[]): number {
  const index = causes.slice(0, at).reduce((sum, c) => sum + c.count, 0);
  const cov = (i: number, k: number): number => fit.covariance.get(index + i, index + k);
  const [a = 0, b = 0] = fit.values[at] ?? [];
  if (cause.topic.kind === 'place') {
    const size = Math.hypot(a, b) || 1;
    const [u, v] = [a / size, b / size];
    return Math.sqrt(Math.max(0, u * u * cov(0, 0) + 2 * u * v * cov(0, 1) + v * v * cov(1, 1)));
  }
  const sd = Math.sqrt(Math.max(0, cov(0, 0)));
  return cause.topic.kind === 'proportion' ? 100 * Math.exp(a) * sd : sd;
}

/** How surely a topic is seen on its own things alone: one standard error, in the unit of its finding. */
function ownError(topic: Topic, { start, height }: ModelOptions): number {
  const toReference = invert(start);
  const measured = measureTopic(
    topic,
    topic.pairs.map((p) => moveItem(p.drawn, toReference)),
    topic.pairs.map((p) => p.reference),
    height,
  );
  return measured?.error ?? Infinity;
}

/**
 * Finds the fewest causes that account for a drawing: again and again the one that explains the
 * most is undone in the model and the fit is made anew (forward selection, as in orthogonal
 * matching pursuit; Pati and others 1993), until none is left that is both believed and past tolerance.
 */
export function explain(
  topics: readonly Topic[],
  pairs: readonly ItemPair[],
  subject: Subject,
  options: ModelOptions & { seconds: number | null },
): Explanation {
  const { height, seconds, freedom } = options;
  const open = topics.filter((topic) => topic.thing !== 'whole' || freedom !== 'move scale turn');
  const candidates = open.flatMap((topic) => candidatesFor(topic, pairs, subject, height));
  let causes: Candidate[] = [];
  let fit = fitModel(pairs, causes, options);
  const passes = (cause: Candidate, values: readonly number[]): boolean =>
    Math.abs(sizeOf(cause, values)) >= toleranceOf(cause.topic.kind, seconds);

  while (causes.length < MOST_CAUSES) {
    const now = fit;
    const promising = candidates
      .filter(({ topic }) => !causes.some((cause) => cause.topic.id === topic.id))
      .map((cause) => ({ cause, gain: now.gainOf(cause) - PRICE * cause.count }))
      .sort((x, y) => y.gain - x.gain)
      .slice(0, CLOSELY);
    const tries: { cause: Candidate; fit: ModelFit; worth: number; seen: number }[] = [];
    for (const { cause, gain: expected } of promising) {
      if (expected < BELIEF[cause.count] / 2) continue;
      const tried = fitModel(pairs, [...causes, cause], options);
      const gain = fit.chi2 - tried.chi2;
      if (gain < BELIEF[cause.count] || !passes(cause, tried.values[causes.length] as readonly number[]))
        continue;
      const size = Math.abs(sizeOf(cause, tried.values[causes.length] as readonly number[]));
      tries.push({
        cause,
        fit: tried,
        worth: gain - PRICE * cause.count,
        seen: size / ownError(cause.topic, options),
      });
    }
    const first = tries.sort((x, y) => y.worth - x.worth)[0];
    if (!first) break;
    const rivals = tries.filter(
      ({ cause, worth }) =>
        cause.topic.measure === first.cause.topic.measure && worth > first.worth - AS_GOOD,
    );
    const best =
      first.cause.topic.measure === 'tilt' ? rivals.reduce((x, y) => (y.seen > x.seen ? y : x)) : first;
    causes = [...causes, best.cause];
    fit = best.fit;
  }
  // A cause taken early may be left with nothing to explain once the later ones are in.
  for (let i = causes.length - 1; i >= 0; i -= 1) {
    const others = causes.filter((_, k) => k !== i);
    const without = fitModel(pairs, others, options);
    const cause = causes[i] as Candidate;
    if (without.chi2 - fit.chi2 >= BELIEF[cause.count] && passes(cause, fit.values[i] as readonly number[]))
      continue;
    causes = others;
    fit = without;
  }
  return { causes, fit, toPage: fit.toPage };
}
