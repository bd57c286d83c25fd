import { invert, type Affine } from '../geometry/affine.ts';
import { boxOf, longerSide } from '../geometry/box.ts';
import { thingsOfType } from '../page/contents.ts';
import { measureForm } from '../page/form-geometry.ts';
import type { Id, Thing } from '../page/things.ts';
import type { KnownLandmark } from '../reference/seen.ts';
import type { SubjectKey } from '../subjects/subject.ts';
import { SUBJECTS } from '../subjects/subjects.ts';
import { check, takenOut, type CheckReport } from './check.ts';
import { formItem, landmarkItem, moveItem, type Item } from './item.ts';

type Things = ReadonlyMap<Id, Thing>;

/** As much of a reference as its check looks at. Original-picture pixels. */
export interface CheckedReference {
  readonly id: Id;
  readonly subject: SubjectKey;
  readonly figureHeight: number | null;
  readonly truth: { readonly landmarks: readonly KnownLandmark[] } | null;
}

/** How surely a form's end is placed by its handle, millimetres: a prior until it is measured. */
const FORM_SPREAD = 0.5;
/** How surely a made picture knows its own landmarks, pixels. */
const TRUTH_SPREAD = 0.5;
/** As many landmarks as one quick run asks for at the most. */
const LONGEST_RUN = 12;

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

/** Names of landmarks that the reference has and the attempt has said nothing of, the most telling first. */
export function lackingLandmarks(
  attempt: Things,
  trace: Things | null,
  reference: CheckedReference,
): string[] {
  const subject = SUBJECTS[reference.subject];
  const has = new Set(
    referenceItems(trace, reference)
      .filter((item) => item.kind === 'landmark' && item.name !== null)
      .map((item) => item.name as string),
  );
  const said = new Set(thingsOfType(attempt, 'landmark').map((l) => l.name));
  const offered = [...new Set([...subject.essential, ...subject.landmarks, ...has])];
  return offered
    .filter((name) => has.has(name))
    .slice(0, LONGEST_RUN)
    .filter((name) => !said.has(name));
}

/** Checks an attempt's page against its reference, by way of the trace where there is one. */
export function checkPages(input: {
  attempt: Things;
  trace: Things | null;
  reference: CheckedReference;
  seconds: number | null;
}): {
  report: CheckReport;
  height: number;
  scale: number | null;
} {
  const { attempt, trace, reference, seconds } = input;
  const items = referenceItems(trace, reference);
  const height = figureHeightOf(reference, items);
  const report = check({
    drawn: itemsOn(attempt),
    reference: items,
    height,
    seconds,
    subject: SUBJECTS[reference.subject],
  });
  const placement = trace && placementOf(trace, reference.id);
  return {
    report,
    height,
    scale: report.toReference && placement ? takenOut(report.toReference, placement).scale : null,
  };
}
