import { invert, type Affine } from '../geometry/affine.ts';
import { boxOf, longerSide } from '../geometry/box.ts';
import type { PictureLine } from '../ink/skeleton.ts';
import { drawnForms, thingsOfType, wholePicture } from '../page/contents.ts';
import type { Id, Thing } from '../page/things.ts';
import type { RuleMark, SightMark } from '../reference/mark.ts';
import type { KnownLandmark } from '../reference/seen.ts';
import type { Front } from '../subjects/body-parts.ts';
import type { SubjectKey } from '../subjects/subject.ts';
import type { Load } from './mass-centre.ts';
import { formItem, landmarkItem, moveItem, type Item } from './item.ts';
import type { Outlines } from './shape.ts';

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
  /** Which of its parts cover which; absent where it is not known. */
  readonly fronts?: readonly Front[];
  /** What its figure carries; absent where it carries nothing. */
  readonly loads?: readonly Load[];
  /** What was measured by eye on it; absent where nothing was. */
  readonly sights?: readonly SightMark[];
  /** What was noticed of how its places lie to each other, on it or on another; absent where nothing was. */
  readonly rules?: readonly { readonly rule: RuleMark; readonly isOwn: boolean }[];
}

/** How surely a form's end is placed by its handle, millimetres: a prior until it is measured. */
const FORM_SPREAD = 0.5;
/** How surely a made picture knows its own landmarks, pixels. */
const TRUTH_SPREAD = 0.5;

/** A page's forms and set landmarks, millimetres. A form without area is left out. */
export function itemsOn(things: Things): Item[] {
  const landmarks = thingsOfType(things, 'landmark')
    .filter((l) => l.state === 'set')
    .map(landmarkItem);
  const forms = drawnForms(things).flatMap((form) => {
    try {
      const item = formItem(form, FORM_SPREAD);
      return item.ellipse && item.ellipse.minor > 0 ? [item] : [];
    } catch (error) {
      if (error instanceof RangeError) return [];
      throw error;
    }
  });
  return [...landmarks, ...forms];
}

/** Where a trace lays the reference: original-picture pixels to page millimetres; null where it does not. */
export function placementOf(trace: Things, reference: Id): Affine | null {
  return wholePicture(trace, reference)?.transform ?? null;
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
