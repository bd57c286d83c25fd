import { invert, transformPoint, type Affine } from '../geometry/affine.ts';
import { boxOf, longerSide } from '../geometry/box.ts';
import { thingsOfType } from '../page/contents.ts';
import { measureForm } from '../page/form-geometry.ts';
import type { Point } from '../geometry/point.ts';
import type { Id, Thing } from '../page/things.ts';
import type { SightMark } from '../reference/mark.ts';
import type { KnownLandmark } from '../reference/seen.ts';
import type { SubjectKey } from '../subjects/subject.ts';
import { SUBJECTS } from '../subjects/subjects.ts';
import {
  bodyOf,
  findLandmarks,
  type FoundInInk,
  type InkAnswer,
  type InkReference,
} from '../ink/find-landmarks.ts';
import type { PictureLine } from '../ink/skeleton.ts';
import { drawnLines } from '../page/drawn-lines.ts';
import { actionOf, type ActionReport } from './action-line.ts';
import { doubtAmong, moveDoubt, type Doubt } from './doubt.ts';
import { check, takenOut, type CheckReport } from './check.ts';
import type { Finding } from './finding.ts';
import { handOf, type Hand } from './hand.ts';
import { mendOf, type Mend } from './mend.ts';
import { measuredSights, type MeasuredSight } from './noticed.ts';
import { relationsOf, type RelationsReport } from './relations.ts';
import { carriedLines, shapeOf, type Outlines, type ShapeAnswer } from './shape.ts';
import { GESTURE_SECONDS, toleranceOf } from './tolerance.ts';
import { weightOf, type WeightReport } from './weight.ts';
import { formItem, landmarkItem, moveItem, placesBy, type Item } from './item.ts';

type Things = ReadonlyMap<Id, Thing>;

/** As much of a reference as its check looks at. Original-picture pixels. */
export interface CheckedReference {
  readonly id: Id;
  readonly subject: SubjectKey;
  readonly figureHeight: number | null;
  readonly truth: { readonly landmarks: readonly KnownLandmark[] } | null;
  /** Lines that are to be seen in its picture, for what is no figure; absent where nobody has looked. */
  readonly lines?: readonly PictureLine[];
  /**
   * What belongs to the thing, in each of the ways in which it may be drawn; absent where it is not
   * known.
   */
  readonly silhouettes?: readonly Outlines[];
  /** What was measured by eye on it; absent where nothing was. */
  readonly sights?: readonly SightMark[];
}

/** How surely a form's end is placed by its handle, millimetres: a prior until it is measured. */
const FORM_SPREAD = 0.5;
/** How surely a made picture knows its own landmarks, pixels. */
const TRUTH_SPREAD = 0.5;
/** As many landmarks as one quick run asks for at the most. */
const LONGEST_RUN = 12;
/** And where it only has to settle doubts. */
const DOUBTFUL_RUN = 4;

/** A page's forms and set landmarks, millimetres. A form without area is left out. */
function itemsOn(things: Things): Item[] {
  const landmarks = thingsOfType(things, 'landmark')
    .filter((l) => l.state === 'set')
    .map(landmarkItem);
  const forms = thingsOfType(things, 'form').flatMap((form) => {
    try {
      return measureForm(form).ellipse.minor > 0 ? [formItem(form, FORM_SPREAD)] : [];
    } catch (error) {
      if (error instanceof RangeError) return [];
      throw error;
    }
  });
  return [...landmarks, ...forms];
}

/** Where a trace lays the reference: original-picture pixels to page millimetres; null where it does not. */
export function placementOf(trace: Things, reference: Id): Affine | null {
  return thingsOfType(trace, 'placement').find((p) => p.reference === reference)?.transform ?? null;
}

/** What is known of a reference: its trace's forms and landmarks, and what a made picture knows of itself. */
export function referenceItems(trace: Things | null, reference: CheckedReference): Item[] {
  const placement = trace && placementOf(trace, reference.id);
  const traced = trace && placement ? itemsOn(trace).map((item) => moveItem(item, invert(placement))) : [];
  const named = new Set(traced.filter((item) => item.kind === 'landmark').map((item) => item.name));
  const known = (reference.truth?.landmarks ?? []).filter(({ name, hidden }) => !hidden && !named.has(name));
  return [
    ...traced,
    ...known.map(({ name, at, spread = TRUTH_SPREAD }) =>
      landmarkItem({ id: `truth ${name}`, name, at, spread }),
    ),
  ];
}

/**
 * The figure's height, original-picture pixels: fixed, or else the longer side of all that is known of it.
 */
export function figureHeightOf(reference: CheckedReference, items: readonly Item[]): number {
  if (reference.figureHeight) return reference.figureHeight;
  const corners = items.flatMap(({ centre: { x, y }, ellipse }) => {
    const r = ellipse?.major ?? 0;
    return [
      { x: x - r, y: y - r },
      { x: x + r, y: y + r },
    ];
  });
  const box = boxOf(corners);
  return box && items.length > 1 ? longerSide(box) : 0;
}

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
 */
export function needsPictureLines(trace: Things | null, reference: CheckedReference): boolean {
  if (reference.subject !== 'figure') return true;
  const items = referenceItems(trace, reference);
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
  readonly trace: Things | null;
  readonly reference: CheckedReference;
  readonly checked: Pick<CheckedPages, 'report' | 'seen' | 'height'>;
  readonly finding: Finding;
}): Mend {
  const { attempt, trace, reference, checked, finding } = input;
  const items = referenceItems(trace, reference);
  return mendOf(finding, {
    report: checked.report,
    subject: SUBJECTS[reference.subject],
    lines: drawnLines(attempt),
    items,
    reference: inkReference(items, reference, checked.height),
    seen: checked.seen,
  });
}

export interface CheckedPages {
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
  /** Where the weight lies over the feet; null of what is no figure, or where too little of it is known. */
  readonly weight: WeightReport | null;
  /** Its line of action; null of what is no figure, where too little is known, or where it is straight. */
  readonly action: ActionReport | null;
  /** How its landmarks lie to each other; null where too few are known, or the time was too short. */
  readonly relations: RelationsReport | null;
  /** What was measured by eye on the picture, in the drawing. */
  readonly noticed: readonly MeasuredSight[];
  /** Its outline and gaps; null of what is not laid or was given too short a time, or where nobody asked. */
  readonly shape: ShapeAnswer | null;
}

/** Whether a page has no line, form or landmark on it. Ink lifted from paper is not asked about. */
export const isBlank = (attempt: Things): boolean =>
  drawnLines(attempt).length === 0 && itemsOn(attempt).length === 0;

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

/**
 * What is told of a drawing as a whole, once it is laid on its picture: how its landmarks lie to each
 * other, of a figure its weight and movement; in a short gesture its movement alone.
 */
function wholeKinds(
  drawn: readonly Item[],
  items: readonly Item[],
  on: {
    readonly reference: CheckedReference;
    readonly report: CheckReport;
    readonly height: number;
    readonly doubt: Doubt;
    readonly seconds: number | null;
  },
): Pick<CheckedPages, 'weight' | 'action' | 'relations' | 'noticed'> {
  const { toReference } = on.report;
  if (!toReference) return { weight: null, action: null, relations: null, noticed: [] };
  const laid = drawn.map((item) => moveItem(item, toReference));
  const there = { height: on.height, doubt: moveDoubt(on.doubt, toReference), seconds: on.seconds };
  const isGesture = (on.seconds ?? Infinity) <= GESTURE_SECONDS;
  const isFigure = on.reference.subject === 'figure';
  const { axes } = SUBJECTS[on.reference.subject];
  const told = new Set([...on.report.findings, ...on.report.perhaps].flatMap(({ drawn: ids }) => ids));
  return {
    weight: isGesture || !isFigure ? null : weightOf(laid, items, there),
    action: isFigure ? actionOf(laid, items, there) : null,
    relations: isGesture ? null : relationsOf(laid, items, { ...there, told, axes }),
    noticed: measuredSights(on.reference.sights ?? [], laid, items, there),
  };
}

/**
 * The shape of a drawing that is laid on its picture. Where something is told of its parts already, the
 * picture is held against it as if they lay where they do in the drawing.
 */
function shapeIn(
  lines: readonly (readonly Point[])[],
  placed: readonly Item[],
  items: readonly Item[],
  on: {
    readonly reference: CheckedReference;
    readonly report: CheckReport;
    readonly height: number;
    readonly seconds: number | null;
  },
): ShapeAnswer | null {
  const { toReference, findings, perhaps } = on.report;
  if (!toReference || !(on.height > 0) || (on.seconds ?? Infinity) <= GESTURE_SECONDS) return null;
  const places = placesBy(items);
  const drawn = placesBy(placed.map((item) => moveItem(item, toReference)));
  const ends = new Map(
    [...places].flatMap(([name, from]) => {
      const to = drawn.get(name);
      return to ? [[name, { from, to }] as const] : [];
    }),
  );
  const isTold = findings.length + perhaps.length > 0;
  const axes = SUBJECTS[on.reference.subject].axes.map((axis) => axis.ends);
  return shapeOf(
    lines.map((line) => line.map((p) => transformPoint(toReference, p))),
    on.reference.silhouettes ?? [],
    {
      height: on.height,
      tolerance: toleranceOf('place', on.seconds),
      carried: isTold ? carriedLines(ends, axes) : [],
      places,
      laid: on.report.averageMiss ? 'by landmarks' : 'by lines',
    },
  );
}

/**
 * Checks an attempt's page against its reference, by way of the trace where there is one. What has no
 * landmark set is looked for in the drawing's lines.
 * @param input.lines further lines of the drawing, page millimetres: those of ink that was lifted from paper
 * @param input.rivals other references that the drawing might be of instead
 * @param input.laid where the student has laid the drawing: page millimetres to original-picture pixels
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
  placesOnly?: boolean;
}): CheckedPages {
  const { attempt, trace, reference, seconds, lines = [], rivals = [], laid = null } = input;
  const { placesOnly = false } = input;
  const items = referenceItems(trace, reference);
  const height = figureHeightOf(reference, items);
  const own = itemsOn(attempt);
  const drawn = [...drawnLines(attempt).map(({ points }) => points), ...lines];
  const answer = findLandmarks(drawn, inkReference(items, reference, height), {
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
  const report = check({
    drawn: placed,
    reference: items,
    height,
    seconds,
    subject: SUBJECTS[reference.subject],
    doubt,
  });
  const placement = trace && placementOf(trace, reference.id);
  const isEmpty = lines.length === 0 && isBlank(attempt);
  const said = { ...report, ...laidByLines(report, answer, reference, laid, isEmpty) };
  return {
    report: said,
    height,
    scale: said.toReference && placement ? takenOut(said.toReference, placement).scale : null,
    isEmpty,
    seen,
    hand: handOf(attempt, { report: said, height, seen: answer.found }),
    ...wholeKinds(placed, items, { reference, report: said, height, doubt, seconds }),
    shape:
      isEmpty || placesOnly
        ? null
        : shapeIn(drawn, placed, items, { reference, report: said, height, seconds }),
  };
}
