import { compose, invert, type Affine } from '../geometry/affine.ts';
import { lineTilt, toRadians } from '../geometry/angle.ts';
import { distance, middle, type Point } from '../geometry/point.ts';
import type { MomentEllipse } from '../geometry/moments.ts';
import { tellMirrored } from '../fit/mirror.ts';
import { pairUp, type Pair, type Pairable } from '../fit/pairing.ts';
import { fitRobust } from '../fit/robust.ts';
import type { Freedom } from '../fit/similarity.ts';
import type { Subject } from '../subjects/subject.ts';
import { subjectIn } from '../subjects/subjects.ts';
import { topicsOf, type Candidate, type Topic } from './causes.ts';
import { moveDoubt, NO_DOUBT, type Doubt } from './doubt.ts';
import { errorOf, explain, sizeOf, type Explanation } from './explain.ts';
import type { Finding, Mark } from './finding.ts';
import { isOnlyFound } from './found.ts';
import { hasTilt, meanRadius, moveItem, type Item } from './item.ts';
import { measureTopic } from './measure.ts';
import { averageMiss, type AverageMiss } from './miss.ts';
import { changed, type ItemPair } from './model.ts';
import type { Degree } from './sureness.ts';
import { isJudged, toleranceOf } from './tolerance.ts';

/** Raised with every change that can alter a report. */
export const CHECK_VERSION = 9;

export interface CheckInput {
  /** Page millimetres. */
  readonly drawn: readonly Item[];
  /** Original-picture pixels. */
  readonly reference: readonly Item[];
  /** The figure's height on the reference, pixels. */
  readonly height: number;
  /** Time the drawing was given, seconds; null for all the time it wanted. */
  readonly seconds: number | null;
  readonly subject: Subject;
  /** What the fit may take out; default `move scale`. */
  readonly freedom?: Freedom;
  /** How surely those of the drawn items are placed that were found together, page millimetres squared. */
  readonly doubt?: Doubt;
}

export interface CheckReport {
  readonly version: number;
  readonly pairs: readonly Pair[];
  readonly freedom: Freedom;
  /** Page millimetres to original-picture pixels: how the drawing is laid; null where it cannot be. */
  readonly toReference: Affine | null;
  readonly mirrored: boolean;
  readonly averageMiss: AverageMiss | null;
  /** What is clearly off, the largest for its tolerance first. */
  readonly findings: readonly Finding[];
  /** What is perhaps off, in the same order: said more quietly, with what would settle it. */
  readonly perhaps: readonly Finding[];
  /** Findings that go away with a listed one. */
  readonly folded: readonly Finding[];
  /** What may be off but cannot be told from how unsteadily it was placed. */
  readonly unsure: readonly Finding[];
  /** What could not be answered, each with its reason. */
  readonly cannotSay: readonly string[];
  /** Whose left and right the findings speak of. */
  readonly sides: 'sitter facing' | 'sitter turned away' | 'picture';
}

const FREEDOM_COUNT: Readonly<Record<Freedom, number>> = {
  none: 0,
  move: 2,
  'move scale': 3,
  'move scale turn': 4,
};
const FEWEST_PAIRS = 3;
/** A head's width over its height. */
const HEAD_WIDTH = 0.74;
/** As many standard errors as a listed finding is worth. */
const SURE_ERRORS = 4.5;

const pairable = (item: Item): Pairable => ({
  id: item.id,
  kind: item.kind,
  name: item.name,
  centre: item.centre,
  size: meanRadius(item),
  tilt: hasTilt(item) ? (item.ellipse?.tilt ?? null) : null,
});

/** Whether the sitter's left is on the picture's right, by the named pairs of the reference. */
function sidesOf(reference: readonly Item[], { sided }: Subject): CheckReport['sides'] {
  if (!sided) return 'picture';
  let across = 0;
  for (const item of reference) {
    if (!item.name?.startsWith('left ')) continue;
    const other = reference.find(
      ({ name, kind }) => kind === item.kind && name === item.name?.replace('left ', 'right '),
    );
    if (other) across += item.centre.x - other.centre.x;
  }
  if (across === 0) return 'picture';
  return across > 0 ? 'sitter facing' : 'sitter turned away';
}

function ellipsePoints({ centre, major, minor, tilt }: MomentEllipse): Point[] {
  const c = Math.cos(toRadians(tilt));
  const s = -Math.sin(toRadians(tilt));
  return Array.from({ length: 48 }, (_, i) => {
    const t = (2 * Math.PI * i) / 48;
    const [u, v] = [major * Math.cos(t), minor * Math.sin(t)];
    return { x: centre.x + c * u - s * v, y: centre.y + s * u + c * v };
  });
}

function longAxis({ centre, major, tilt }: MomentEllipse): [Point, Point] {
  const dx = major * Math.cos(toRadians(tilt));
  const dy = -major * Math.sin(toRadians(tilt));
  return [
    { x: centre.x - dx, y: centre.y - dy },
    { x: centre.x + dx, y: centre.y + dy },
  ];
}

/** The line a tilt is about. For the whole figure, from its lowest to its highest thing. */
function lineOf(topic: Topic, items: readonly Item[], reference: readonly Item[]): [Point, Point] {
  const [a, b] = items as [Item, Item | undefined];
  if (topic.thing === 'axis' && b) return [a.centre, b.centre];
  if (a.ellipse && topic.thing === 'form') return longAxis(a.ellipse);
  const ys = reference.map((item) => item.centre.y);
  const [low, high] = [ys.indexOf(Math.max(...ys)), ys.indexOf(Math.min(...ys))];
  return [(items[low] as Item).centre, (items[high] as Item).centre];
}

/** An oval about a line from end to end, as wide as a head is. A line without length gives one place. */
export function ovalOn(a: Point, b: Point): Point[] {
  const major = distance(a, b) / 2;
  return ellipsePoints({
    centre: middle(a, b),
    major,
    minor: HEAD_WIDTH * major,
    tilt: major > 0 ? lineTilt(a, b) : 0,
  });
}

function markOf(topic: Topic, laid: readonly Item[], reference: readonly Item[]): Mark {
  const [d, r] = [laid[0] as Item, reference[0] as Item];
  if (topic.kind === 'place') return { kind: 'arrow', from: d.centre, to: r.centre };
  if (topic.thing === 'axis' && topic.measure === 'length') {
    const [a, b] = lineOf(topic, laid, reference);
    const by = distance(...lineOf(topic, reference, reference)) / (distance(a, b) || 1);
    return { kind: 'arrow', from: b, to: { x: a.x + by * (b.x - a.x), y: a.y + by * (b.y - a.y) } };
  }
  if (topic.thing === 'axis' && topic.measure === 'size')
    return {
      kind: 'outline',
      centre: middle(...lineOf(topic, laid, reference)),
      drawn: ovalOn(...lineOf(topic, laid, reference)),
      reference: ovalOn(...lineOf(topic, reference, reference)),
    };
  if (topic.kind === 'tilt')
    return {
      kind: 'arc',
      drawn: lineOf(topic, laid, reference),
      reference: lineOf(topic, reference, reference),
    };
  return {
    kind: 'outline',
    centre: middle(d.centre, r.centre),
    drawn: d.ellipse ? ellipsePoints(d.ellipse) : [],
    reference: r.ellipse ? ellipsePoints(r.ellipse) : [],
  };
}

interface Ground {
  readonly topics: readonly Topic[];
  readonly laid: ReadonlyMap<string, Item>;
  /** Of the laid items that were found together. */
  readonly doubt: Doubt;
  readonly height: number;
  readonly seconds: number | null;
}

/** A topic's items on both sides, the drawn ones laid on the reference. */
function itemsOf(topic: Topic, laid: ReadonlyMap<string, Item>): { drawn: Item[]; reference: Item[] } {
  return {
    drawn: topic.pairs.map((p) => laid.get(p.drawn.id) as Item),
    reference: topic.pairs.map((p) => p.reference),
  };
}

function findingOf(
  topic: Topic,
  ground: Ground,
  measured: Pick<Finding, 'size' | 'error' | 'offset' | 'reference'>,
  explainedBy: string | null,
  sure: Degree = 'perhaps',
): Finding {
  const { drawn, reference } = itemsOf(topic, ground.laid);
  return {
    id: topic.id,
    kind: topic.kind,
    about: topic.about,
    thing: topic.thing,
    drawn: topic.pairs.map((p) => p.drawn.id),
    ...measured,
    tolerance: toleranceOf(topic.kind, ground.seconds),
    explainedBy,
    sure,
    settledBy: leastSure(topic),
    mark: markOf(topic, drawn, reference),
  };
}

/** The name of the least surely placed landmark behind a topic. */
function leastSure(topic: Topic): string | null {
  if (topic.thing === 'whole') return null;
  const named = topic.pairs.filter(({ drawn }) => drawn.kind === 'landmark' && drawn.name !== null);
  const [first] = [...named].sort((a, b) => b.drawn.spread - a.drawn.spread);
  return first?.drawn.name ?? null;
}

function listed(explanation: Explanation, ground: Ground): Finding[] {
  const { causes, fit, sure } = explanation;
  return causes
    .map((cause, i) => {
      const values = fit.values[i] as readonly number[];
      const { drawn, reference } = itemsOf(cause.topic, ground.laid);
      const plain = measureTopic(cause.topic, drawn, reference, ground.height, ground.doubt);
      const offset = cause.topic.kind === 'place' ? { x: values[0] ?? 0, y: values[1] ?? 0 } : null;
      const own = cause.topic.thing === 'whole' ? 90 : (plain?.reference ?? null);
      return findingOf(
        cause.topic,
        ground,
        { size: sizeOf(cause, values), error: errorOf(cause, i, fit, causes), offset, reference: own },
        null,
        sure[i],
      );
    })
    .sort((a, b) => Math.abs(b.size) / b.tolerance - Math.abs(a.size) / a.tolerance);
}

/**
 * Sorts the topics that are not causes into those that a cause accounts for and those that cannot be told.
 */
function others(explanation: Explanation, ground: Ground): { folded: Finding[]; unsure: Finding[] } {
  const { causes, fit } = explanation;
  const folded: Finding[] = [];
  const unsure: Finding[] = [];
  for (const topic of ground.topics) {
    if (causes.some((cause) => cause.topic.id === topic.id)) continue;
    const { drawn, reference } = itemsOf(topic, ground.laid);
    const plain = measureTopic(topic, drawn, reference, ground.height, ground.doubt);
    if (!plain) continue;
    const tolerance = toleranceOf(topic.kind, ground.seconds);
    const past = Math.abs(plain.size) >= tolerance;
    const under = (used: readonly Candidate[]): number => {
      const values = used.map((cause) => fit.values[causes.indexOf(cause)] as readonly number[]);
      const model = measureTopic(
        topic,
        drawn,
        reference.map((item) => changed(item, used, values)),
        ground.height,
      );
      return model ? Math.abs(model.size) : Math.abs(plain.size);
    };
    const left = causes.length > 0 ? under(causes) : Math.abs(plain.size);
    if (past && left < Math.max(tolerance, SURE_ERRORS * plain.error) && left < Math.abs(plain.size)) {
      const without = causes.map((cause) => ({ cause, left: under(causes.filter((c) => c !== cause)) }));
      const main = without.reduce((a, b) => (b.left > a.left ? b : a));
      if (left < tolerance || main.left - left > left) {
        folded.push(findingOf(topic, ground, plain, main.cause.topic.id));
        continue;
      }
    }
    if (past || SURE_ERRORS * plain.error > tolerance) unsure.push(findingOf(topic, ground, plain, null));
  }
  const weight = (f: Finding): number => Math.abs(f.size) / f.tolerance;
  return {
    folded: folded.sort((a, b) => weight(b) - weight(a)),
    unsure: unsure.sort((a, b) => weight(b) - weight(a)),
  };
}

/**
 * Checks a drawing against its reference: lays it on by the best fit of its landmarks and forms,
 * and says what is off, by how much, which way and how surely. Where the data cannot carry an
 * answer the report says so and why.
 */
export function check(input: CheckInput): CheckReport {
  const { drawn, reference, height, seconds, freedom = 'move scale', doubt = NO_DOUBT } = input;
  const subject = subjectIn(
    input.subject,
    (name) => reference.find((item) => item.kind === 'landmark' && item.name === name)?.centre ?? null,
  );
  const matched = pairUp(drawn.map(pairable), reference.map(pairable), height);
  const pairs: ItemPair[] = matched.map((pair) => ({
    drawn: drawn.find(({ id }) => id === pair.drawn) as Item,
    reference: reference.find(({ id }) => id === pair.reference) as Item,
  }));
  const base = { version: CHECK_VERSION, pairs: matched, freedom, sides: sidesOf(reference, subject) };
  const nothing = {
    ...base,
    toReference: null,
    mirrored: false,
    averageMiss: null,
    findings: [],
    perhaps: [],
    folded: [],
    unsure: [],
  };
  if (!(height > 0))
    return {
      ...nothing,
      cannotSay: [
        'How tall the figure is in the picture is not known yet: touch its top and its lowest point.',
      ],
    };
  if (pairs.length === 0)
    return {
      ...nothing,
      cannotSay: ['Nothing in the drawing is paired with the reference yet: set a few landmarks.'],
    };

  const from = pairs.map((p) => p.drawn.centre);
  const to = pairs.map((p) => p.reference.centre);
  const rough = fitRobust(from, to, { freedom, noise: height / 1000 });
  const noise =
    pairs.reduce((sum, p) => sum + Math.hypot(p.drawn.spread * rough.scale, p.reference.spread), 0) /
    pairs.length;
  const mirroring = tellMirrored(from, to, noise);
  const mirrored = mirroring.mirrored === true;
  const fit = mirrored
    ? fitRobust(from, to, { freedom, noise, mirrored })
    : fitRobust(from, to, { freedom, noise });
  const cannotSay = mirroring.mirrored === null && pairs.length >= FEWEST_PAIRS ? [mirroring.why] : [];
  if (pairs.length < FEWEST_PAIRS || !(fit.scale > 0)) {
    return {
      ...nothing,
      toReference: fit.transform,
      mirrored,
      cannotSay: ['What is out of place cannot be told: that takes three landmarks or parts in both.'],
    };
  }

  const topics = topicsOf(pairs, subject);
  const explanation = explain(topics, pairs, subject, {
    freedom,
    mirrored,
    start: invert(fit.transform),
    height,
    seconds,
    doubt,
  });
  const toReference = invert(explanation.toPage);
  const laid = new Map(pairs.map((p) => [p.drawn.id, moveItem(p.drawn, toReference)]));
  const ground = { topics, laid, doubt: moveDoubt(doubt, toReference), height, seconds };
  const { folded, unsure } = others(explanation, ground);
  const worthSaying = (f: Finding): boolean => isJudged(f.kind, seconds, f.size, f.reference);
  const causes = listed(explanation, ground).filter(worthSaying);
  const untold = topics.filter((topic) => isOnlyFound(topic, subject, doubt)).map(({ id }) => id);
  const said = causes.filter((f) => !untold.includes(f.id));
  return {
    ...base,
    toReference,
    mirrored,
    averageMiss: averageMiss(
      pairs.map((p) => laid.get(p.drawn.id) as Item),
      pairs.map((p) => p.reference),
      height,
      FREEDOM_COUNT[freedom],
    ),
    findings: said.filter(({ sure }) => sure === 'clearly'),
    perhaps: said.filter(({ sure }) => sure === 'perhaps'),
    folded: folded.filter(worthSaying),
    unsure: [...causes.filter((f) => !said.includes(f)), ...unsure.filter(worthSaying)],
    cannotSay,
  };
}

/**
 * How the drawing as a whole differs in size and turn from one laid exactly on a page at the reference's own
 * placement.
 */
export function takenOut(toReference: Affine, placement: Affine): { scale: number } {
  const whole = compose(placement, toReference);
  return { scale: 1 / Math.sqrt(Math.abs(whole[0] * whole[3] - whole[1] * whole[2])) };
}
