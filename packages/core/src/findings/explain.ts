import { invert, type Affine } from '../geometry/affine.ts';
import type { Subject } from '../subjects/subject.ts';
import { candidatesFor, type Candidate, type Topic } from './causes.ts';
import { moveDoubt, NO_DOUBT } from './doubt.ts';
import { cautionOf, isOnlyFound, perhapsShare, widthOf } from './found.ts';
import { moveItem } from './item.ts';
import { believable, chance, SHARE, type Degree } from './sureness.ts';
import { measureTopic } from './measure.ts';
import { fitModel, type ItemPair, type ModelOptions, type ModelFit } from './model.ts';
import { toleranceOf } from './tolerance.ts';

/** What a further number in a cause must earn before it is preferred over a simpler cause. */
const PRICE = 10;
/** The same of what is never told: another cause that accounts for nearly as much is taken before it. */
const UNTOLD = 12;
const MOST_CAUSES = 12;
/**
 * Turns within this much of the best explain a drawing as well: the one is taken that is seen best
 * on its own things, so that a round ribcage is not said to be turned where a shoulder line is.
 */
const AS_GOOD = 12;
/** How many of the most promising causes are fitted in full before one is chosen. */
const CLOSELY = 12;
/** By how much another cause must account for more to take one's place, and how often all are tried. */
const BETTER = 0.5;
const EXCHANGES = 3;
/** Another cause that is worth this much less is as likely. */
const AS_LIKELY = 20;

/** The causes a drawing shows, each with how far it goes. */
export interface Explanation {
  readonly causes: readonly Candidate[];
  /** How surely each of them is there, all that could have been said taken into account. */
  readonly sure: readonly Degree[];
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
function ownError(topic: Topic, { start, height, doubt = NO_DOUBT }: ModelOptions): number {
  const toReference = invert(start);
  const measured = measureTopic(
    topic,
    topic.pairs.map((p) => moveItem(p.drawn, toReference)),
    topic.pairs.map((p) => p.reference),
    height,
    moveDoubt(doubt, toReference),
  );
  return measured?.error ?? Infinity;
}

interface Stand {
  readonly causes: readonly Candidate[];
  readonly fit: ModelFit;
}

interface Task {
  readonly pairs: readonly ItemPair[];
  readonly candidates: readonly Candidate[];
  /** What a cause must earn before it is taken. */
  readonly priceOf: (cause: Candidate) => number;
  /** How likely a cause accounts for as much by chance. */
  readonly chanceOf: (cause: Candidate, gain: number) => number;
  readonly options: ModelOptions & { readonly seconds: number | null };
}

const isPast = (cause: Candidate, values: readonly number[], seconds: number | null): boolean =>
  Math.abs(sizeOf(cause, values)) >= toleranceOf(cause.topic.kind, seconds);

/** How unlikely a gain must be to be believed where so many causes stand and so many could. */
const limitFor = ({ topic }: Candidate, standing: number, { candidates, options }: Task): number =>
  (perhapsShare(topic, options.doubt) * standing) / candidates.length;

/** Two ways to say what is off in one thing: neither speaks against the other. */
const isAboutTheSame = (a: Topic, b: Topic): boolean =>
  a.id === b.id ||
  (a.about !== null && a.about === b.about) ||
  (a.thing !== 'whole' && b.thing !== 'whole' && a.pairs.some((pair) => b.pairs.includes(pair)));

/** A standing fit with one cause more: the one that accounts for the most; null where none is believed. */
function withOneMore(
  { causes, fit }: Stand,
  task: Task,
  except: Topic | null = null,
): (Stand & { readonly worth: number }) | null {
  const { pairs, candidates, priceOf, options } = task;
  const promising = candidates
    .filter(({ topic }) => !causes.some((cause) => cause.topic.id === topic.id))
    .filter(({ topic }) => !except || !isAboutTheSame(topic, except))
    .map((cause) => ({ cause, expected: fit.gainOf(cause) }))
    .sort((x, y) => y.expected - priceOf(y.cause) - (x.expected - priceOf(x.cause)))
    .slice(0, CLOSELY);
  const tries: { cause: Candidate; fit: ModelFit; worth: number; seen: number }[] = [];
  for (const { cause, expected } of promising) {
    const limit = limitFor(cause, causes.length + 1, task);
    if (task.chanceOf(cause, 2 * expected) > limit) continue;
    const tried = fitModel(pairs, [...causes, cause], options);
    const gain = fit.chi2 - tried.chi2;
    const values = tried.values[causes.length] as readonly number[];
    if (task.chanceOf(cause, gain) > limit || !isPast(cause, values, options.seconds)) continue;
    tries.push({
      cause,
      fit: tried,
      worth: gain - priceOf(cause),
      seen: Math.abs(sizeOf(cause, values)) / ownError(cause.topic, options),
    });
  }
  const first = tries.sort((x, y) => y.worth - x.worth)[0];
  if (!first) return null;
  const { measure, thing } = first.cause.topic;
  const rivals = tries.filter(
    ({ cause, worth }) => cause.topic.measure === measure && worth > first.worth - AS_GOOD,
  );
  const best =
    measure === 'tilt' && thing === 'form' ? rivals.reduce((x, y) => (y.seen > x.seen ? y : x)) : first;
  return { causes: [...causes, best.cause], fit: best.fit, worth: best.worth };
}

const without = ({ causes }: Stand, i: number, { pairs, options }: Task): Stand => {
  const others = causes.filter((_, k) => k !== i);
  return { causes: others, fit: fitModel(pairs, others, options) };
};

/**
 * Greed may have taken one cause that does for two. Each is taken out in turn, and where another accounts for
 * more in its place, that one stays.
 */
function exchanged(stand: Stand, task: Task): Stand {
  let now = stand;
  for (let i = 0; i < now.causes.length; i += 1) {
    const less = without(now, i, task);
    const own = now.causes[i] as Candidate;
    const kept = less.fit.chi2 - now.fit.chi2 - task.priceOf(own);
    const other = withOneMore(less, task);
    if (other && other.worth > kept + BETTER) now = { causes: other.causes, fit: other.fit };
  }
  return now;
}

/** Whether something else would account for about as much in a cause's place: then it is that or this. */
function hasRival(stand: Stand, i: number, task: Task): boolean {
  const less = without(stand, i, task);
  const own = stand.causes[i] as Candidate;
  const kept = less.fit.chi2 - stand.fit.chi2 - task.priceOf(own);
  const other = withOneMore(less, task, own.topic);
  return other !== null && other.worth > kept - AS_LIKELY;
}

/** A cause taken early may be left with nothing to explain once the later ones are in. */
function pruned(stand: Stand, task: Task): Stand {
  let now = stand;
  for (let i = now.causes.length - 1; i >= 0; i -= 1) {
    const less = without(now, i, task);
    const cause = now.causes[i] as Candidate;
    const stays =
      task.chanceOf(cause, less.fit.chi2 - now.fit.chi2) <= limitFor(cause, now.causes.length, task) &&
      isPast(cause, now.fit.values[i] as readonly number[], task.options.seconds);
    if (!stays) now = less;
  }
  return now;
}

/**
 * Finds the fewest causes that account for a drawing: again and again the one that explains the
 * most is undone in the model and the fit is made anew (forward selection, as in orthogonal
 * matching pursuit; Pati and others 1993), until none is left that is both believed and past tolerance;
 * then each is held against all others in its place. Over all that could be said the share of what is false
 * is held (`sureness.ts`).
 */
export function explain(
  topics: readonly Topic[],
  pairs: readonly ItemPair[],
  subject: Subject,
  options: ModelOptions & { seconds: number | null },
): Explanation {
  const { height, freedom, doubt = NO_DOUBT } = options;
  const open = topics.filter((topic) => topic.thing !== 'whole' || freedom !== 'move scale turn');
  const candidates = open.flatMap((topic) => candidatesFor(topic, pairs, subject, height));
  const priceOf = ({ topic, count }: Candidate): number =>
    PRICE * count + (isOnlyFound(topic, subject, doubt) ? UNTOLD : 0);
  const chanceOf = ({ topic, count }: Candidate, gain: number): number =>
    chance(gain / widthOf(topic, subject, doubt), count);
  const task: Task = { pairs, candidates, priceOf, chanceOf, options };
  let stand: Stand = { causes: [], fit: fitModel(pairs, [], options) };
  const grow = (): void => {
    while (stand.causes.length < MOST_CAUSES) {
      const next = withOneMore(stand, task);
      if (!next) return;
      stand = next;
    }
  };
  grow();
  for (let round = 0; round < EXCHANGES && stand.causes.length > 0; round += 1) {
    const before = stand;
    stand = exchanged(stand, task);
    if (stand === before) break;
    grow();
  }
  stand = pruned(stand, task);
  const { causes, fit } = stand;
  const chances = causes.map((cause, i) =>
    chanceOf(cause, (without(stand, i, task).fit.chi2 - fit.chi2) / cautionOf(cause.topic, doubt)),
  );
  const clear = believable(chances, candidates.length, SHARE);
  const sure = causes.map((_, i): Degree => (clear[i] && !hasRival(stand, i, task) ? 'clearly' : 'perhaps'));
  return { causes, sure, fit, toPage: fit.toPage };
}
