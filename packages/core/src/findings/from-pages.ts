import { IDENTITY, invert, transformPoint, type Affine } from '../geometry/affine.ts';
import { boxOf, longerSide } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import {
  bodyOf,
  findLandmarks,
  type FoundInInk,
  type InkAnswer,
  type InkReference,
} from '../ink/find-landmarks.ts';
import { thingsOfType } from '../page/contents.ts';
import { drawnLines, massEdges } from '../page/drawn-lines.ts';
import type { Id, Thing } from '../page/things.ts';
import { SUBJECTS } from '../subjects/subjects.ts';
import { check, takenOut, type CheckReport } from './check.ts';
import {
  figureHeightOf,
  itemsOn,
  placementOf,
  referenceItems,
  type CheckedReference,
} from './checked-reference.ts';
import type { Departure } from './departure.ts';
import { stackOn } from './depth.ts';
import { doubtAmong } from './doubt.ts';
import type { Finding } from './finding.ts';
import { handOf, type Hand } from './hand.ts';
import { landmarkItem, moveItem, placesBy, type Item } from './item.ts';
import { asMeant, type Meant } from './meant.ts';
import { WHOLLY } from './meant-words.ts';
import { mendOf, type Mend } from './mend.ts';
import { planesBy, type Plane } from './planes.ts';
import { shapeIn, wholeKinds, type WholeKinds } from './page-kinds.ts';
import type { Outlines, ShapeAnswer } from './shape.ts';
import { tracedSilhouette } from './traced-silhouette.ts';

type Things = ReadonlyMap<Id, Thing>;

/** As many landmarks as one quick run asks for at the most. */
const LONGEST_RUN = 12;
/** And where it only has to settle doubts. */
const DOUBTFUL_RUN = 4;

/**
 * Names of landmarks that the reference has and the attempt has said nothing of, the most telling first;
 * where the desk sees them in its lines, only the few that it is least sure of.
 */
export function lackingLandmarks(
  attempt: Things,
  trace: Things | null,
  reference: CheckedReference,
  seen: FoundInInk | null = null,
): string[] {
  const subject = SUBJECTS[reference.subject];
  const has = new Set(
    referenceItems(trace, reference)
      .filter((item) => item.kind === 'landmark' && item.name !== null)
      .map((item) => item.name as string),
  );
  const said = new Set(thingsOfType(attempt, 'landmark').map((l) => l.name));
  if (seen)
    return [...seen.landmarks]
      .filter(({ name }) => has.has(name) && !said.has(name))
      .sort((a, b) => b.spread - a.spread)
      .slice(0, DOUBTFUL_RUN)
      .map(({ name }) => name);
  const offered = [...new Set([...subject.essential, ...subject.landmarks, ...has])];
  return offered
    .filter((name) => has.has(name))
    .slice(0, LONGEST_RUN)
    .filter((name) => !said.has(name));
}

/** What a reference is made of, for finding it in ink: its landmarks, hidden ones too; may be none. */
function inkReference(items: readonly Item[], reference: CheckedReference, height: number): InkReference {
  const { subject, truth, lines } = reference;
  const known = items
    .filter((item) => item.kind === 'landmark' && item.name !== null)
    .map((item) => ({ name: item.name as string, at: item.centre, hidden: false }));
  const named = new Set(known.map(({ name }) => name));
  const hidden = (truth?.landmarks ?? []).filter((l) => l.hidden && !named.has(l.name));
  const figure = { landmarks: [...known, ...hidden], height };
  if (!lines || (subject === 'figure' && bodyOf(figure))) return figure;
  const box = boxOf(lines.flatMap(({ points }) => points));
  return {
    landmarks: known,
    height: box ? longerSide(box) : height,
    lines,
    sticks: SUBJECTS[subject].sticks,
  };
}

/**
 * Whether a reference's picture is to be looked at for lines before a drawing of it is checked: it is no
 * figure, or too few of its landmarks are known.
 * @param items what is known of the reference
 */
export function needsPictureLines(items: readonly Item[], reference: CheckedReference): boolean {
  if (reference.subject !== 'figure') return true;
  return bodyOf(inkReference(items, reference, figureHeightOf(reference, items))) === null;
}

/** Of what is seen in a drawing, what its reference shows: what is hidden there is only guessed at. */
function shownOf(found: FoundInInk, items: readonly Item[]): FoundInInk {
  const shown = new Set(items.filter(({ kind }) => kind === 'landmark').map(({ name }) => name));
  return onlyOf(found, ({ name }) => shown.has(name));
}

/** Of what is seen in a drawing only some landmarks. */
function onlyOf(
  found: FoundInInk,
  wanted: (landmark: FoundInInk['landmarks'][number]) => boolean,
): FoundInInk {
  const kept = found.landmarks.flatMap((landmark, i) => (wanted(landmark) ? [i] : []));
  const rows = kept.flatMap((i) => [2 * i, 2 * i + 1]);
  return {
    ...found,
    landmarks: kept.map((i) => found.landmarks[i] as FoundInInk['landmarks'][number]),
    covariance: rows.map((r) => rows.map((c) => found.covariance[r]?.[c] ?? 0)),
  };
}

/** What to take hold of on an attempt's page to mend a finding of its check, and where it should lie. */
export function mendPage(input: {
  readonly attempt: Things;
  readonly reference: CheckedReference;
  readonly checked: Pick<CheckedPages, 'report' | 'seen' | 'height' | 'meant'>;
  readonly finding: Finding;
}): Mend {
  const { attempt, reference, checked, finding } = input;
  const items = checked.meant.reference;
  return mendOf(finding, {
    report: checked.report,
    subject: SUBJECTS[reference.subject],
    lines: drawnLines(attempt),
    items,
    reference: inkReference(items, reference, checked.height),
    seen: checked.seen,
  });
}

export interface CheckedPages extends WholeKinds {
  readonly report: CheckReport;
  readonly height: number;
  /** How large the whole drawing is beside the reference as the trace lays it; null without a trace. */
  readonly scale: number | null;
  /** Whether nothing at all is drawn. */
  readonly isEmpty: boolean;
  /** What the desk sees in the drawing's lines; null where it sees no such figure. */
  readonly seen: FoundInInk | null;
  /** How it was drawn: its lines, and the order of work. */
  readonly hand: Hand;
  /** What the student meant otherwise than it is in the picture, and both sides as they are held together. */
  readonly meant: Meant;
  /** Its outline and gaps; null of what is not laid or was given too short a time, or where nobody asked. */
  readonly shape: ShapeAnswer | null;
}

/** Whether a page has no line, form, mass or landmark on it. Ink lifted from paper is not asked about. */
export const isBlank = (attempt: Things): boolean =>
  drawnLines(attempt).length + massEdges(attempt).length === 0 && itemsOn(attempt).length === 0;

/** What belongs to a reference's thing: as it is known, else by the contour that was traced over it. */
function silhouettesOf(
  { silhouettes = [], id }: CheckedReference,
  trace: Things | null,
  height: number,
): readonly Outlines[] {
  const placement = trace && placementOf(trace, id);
  if (silhouettes.length > 0 || !trace || !placement) return silhouettes;
  const toPicture = invert(placement);
  const strokes = new Map([...trace].filter(([, { type }]) => type !== 'form'));
  const traced = tracedSilhouette(
    drawnLines(strokes).map(({ points }) => points.map((p) => transformPoint(toPicture, p))),
    height,
  );
  return traced ? [traced] : [];
}

/** The planes of a box where they lie in a checked drawing and in its picture, its pixels; empty of none. */
export function planesIn({ meant, report }: Pick<CheckedPages, 'meant' | 'report'>): Plane[] {
  const { toReference } = report;
  if (!toReference) return [];
  const laid = meant.drawn.map((item) => moveItem(item, toReference));
  return planesBy(placesBy(laid), placesBy(meant.reference));
}

/** Why a drawing cannot be told from its lines, as one would say it. */
const OTHER_POSE =
  'The desk cannot tell: in its lines this looks like another pose. Set a few landmarks, and it can.';
const OTHER_THING =
  'The desk cannot tell: in its lines this looks like something else. Set a few landmarks, and it can.';
const NOTHING_DRAWN = 'Nothing is drawn here yet. Draw it, and the desk can tell what is off.';
const TOO_LITTLE = 'Too little is drawn here to tell yet. Draw on, or set a few landmarks.';
const ONLY_LAID =
  'Your drawing lies on the picture by its lines. Set a few landmarks in both, and the desk can tell what is off.';

/** Where too little is paired: by its lines a drawing is laid all the same, or said to be of another. */
function laidByLines(
  { toReference, pairs }: CheckReport,
  answer: InkAnswer,
  { subject }: CheckedReference,
  laid: Affine | null,
  isEmpty: boolean,
): Partial<CheckReport> {
  if (toReference || pairs.length > 0) return {};
  if (isEmpty) return { cannotSay: [NOTHING_DRAWN] };
  if (answer.found) return { toReference: invert(answer.found.toDrawing), cannotSay: [ONLY_LAID] };
  if (laid) return { toReference: laid, cannotSay: [ONLY_LAID] };
  if (answer.why === 'no ink') return { cannotSay: [TOO_LITTLE] };
  if (answer.why !== 'other') return {};
  return { cannotSay: [subject === 'figure' ? OTHER_POSE : OTHER_THING] };
}

/** A report that holds nothing of the drawing against its picture, with the reason. */
const unsaid = (why: string): Partial<CheckReport> => ({
  averageMiss: null,
  findings: [],
  perhaps: [],
  folded: [],
  unsure: [],
  cannotSay: [why],
});

/**
 * Checks an attempt's page against its reference, by way of the trace where there is one. What has no
 * landmark set is looked for in the drawing's lines.
 * @param input.lines further lines of the drawing, page millimetres: those of ink that was lifted from paper
 * @param input.rivals other references that the drawing might be of instead
 * @param input.laid where the student has laid the drawing: page millimetres to original-picture pixels
 * @param input.departures what the student means otherwise than it is in the picture
 * @param input.placesOnly whether its outline and gaps are left out, which take about as long as the rest
 */
export function checkPages(input: {
  attempt: Things;
  trace: Things | null;
  reference: CheckedReference;
  seconds: number | null;
  lines?: readonly (readonly Point[])[];
  rivals?: readonly InkReference[];
  laid?: Affine | null;
  departures?: readonly Departure[];
  placesOnly?: boolean;
}): CheckedPages {
  const { attempt, trace, reference, seconds, lines = [], rivals = [], laid = null } = input;
  const { placesOnly = false, departures = [] } = input;
  const subject = SUBJECTS[reference.subject];
  const items = referenceItems(trace, reference);
  const height = figureHeightOf(reference, items);
  const sizes = departures.filter(({ kind }) => kind === 'size');
  const sized = asMeant([], items, { departures: sizes, subject, height }).reference;
  const own = itemsOn(attempt);
  const drawn = [...drawnLines(attempt).map(({ points }) => points), ...lines];
  const masses = massEdges(attempt);
  // Where nothing but masses is drawn, their edges are all there is to go by.
  const answer = findLandmarks(drawn.length > 0 ? drawn : masses, inkReference(sized, reference, height), {
    set: own.flatMap(({ kind, name, centre, spread }) =>
      kind === 'landmark' && name !== null ? [{ name, at: centre, spread }] : [],
    ),
    rivals,
    laid,
  });
  const seen = answer.found ? shownOf(answer.found, items) : null;
  const answered = new Set(thingsOfType(attempt, 'landmark').map((l) => l.name));
  const open = seen && onlyOf(seen, ({ name }) => !answered.has(name));
  const found = (open?.landmarks ?? []).map(({ name, byInk, spread }) =>
    landmarkItem({ id: `found ${name}`, name, at: byInk, spread }),
  );
  const placed = [...own, ...found];
  const doubt = doubtAmong(
    found.map(({ id }) => id),
    open?.covariance ?? [],
  );
  const meant = asMeant(placed, items, { departures, subject, height });
  const report = check({
    drawn: meant.drawn,
    reference: meant.reference,
    freedom: meant.freedom,
    height,
    seconds,
    subject,
    doubt,
  });
  const placement = trace && placementOf(trace, reference.id);
  const isEmpty = lines.length === 0 && isBlank(attempt);
  const said = {
    ...report,
    ...laidByLines(report, answer, reference, laid, isEmpty),
    ...(meant.wholly && !isEmpty ? unsaid(WHOLLY[meant.wholly]) : {}),
  };
  return {
    report: said,
    height,
    scale: said.toReference && placement ? takenOut(said.toReference, placement).scale : null,
    isEmpty,
    seen,
    hand: handOf(attempt, { report: said, height, seen: answer.found }),
    meant,
    ...wholeKinds(meant, {
      reference,
      report: said,
      height,
      doubt,
      seconds,
      lines: drawn,
      stacks: {
        drawn: stackOn(attempt, IDENTITY),
        reference: trace && placement ? stackOn(trace, invert(placement)) : [],
      },
      fronts: reference.fronts ?? [],
    }),
    shape:
      isEmpty || placesOnly
        ? null
        : shapeIn([...drawn, ...masses], items, {
            meant,
            reference,
            report: said,
            height,
            seconds,
            silhouettes: silhouettesOf(reference, trace, height),
          }),
  };
}
