import type { CheckedPages, Departure, Finding, Mend } from '@deft/core/findings';
import type { Affine } from '@deft/core/geometry';
import { paperInk, withinRegion, type Id, type Placement, type Region, type Thing } from '@deft/core/page';
import { ruleIn, seenLoads, seenSights } from '@deft/core/reference';
import type { NoticedRule, Reference } from '@deft/contract';
import type { CheckedDrawing } from '../workers/check.worker';
import type { LiftedInk } from '../workers/lifted-lines';
import { placedOf, previewOf } from './addresses';
import { knownLandmarks } from './known-landmarks';
import { knownSilhouettes } from './known-silhouettes';
import { checkWorker } from './workers';

type Things = ReadonlyMap<Id, Thing>;

/** Ink that was lifted from paper, as the worker reads it. */
export const asLifted = (ink: Placement): LiftedInk => ({
  sheet: ink.sheet,
  order: ink.order,
  transform: ink.transform,
  address: new URL(placedOf(ink), window.location.href).href,
});

/** As much of a reference as the check takes. */
export type Checkable = Pick<
  Reference,
  'id' | 'subject' | 'figureHeight' | 'marks' | 'truth' | 'original' | 'preparation' | 'revision' | 'width'
>;

const pictureSeen = (reference: Checkable) => ({
  address: new URL(previewOf(reference), window.location.href).href,
  width: reference.width,
});

const figureOf = (reference: Checkable) => ({
  landmarks: knownLandmarks(reference),
  height: reference.figureHeight ?? 0,
});

function checkedOf(reference: Checkable, rules: readonly NoticedRule[] = []) {
  const { id, subject, figureHeight, marks, original, preparation } = reference;
  const landmarks = knownLandmarks(reference);
  const truth = landmarks.length > 0 ? { landmarks } : null;
  return {
    id,
    subject,
    figureHeight,
    truth,
    silhouettes: knownSilhouettes(reference),
    fronts: reference.truth?.fronts ?? [],
    sights: seenSights(marks, original, preparation),
    loads: seenLoads(marks, preparation),
    rules: rules.map((noticed) => ({
      rule: ruleIn(noticed, reference),
      isOwn: noticed.reference === id,
    })),
  };
}

/**
 * Checks a drawing in the worker.
 * @param page all of its page, of which the region is the drawing
 * @param rivals other references that it might be of instead
 * @param placesOnly whether its outline, gaps and values are left out
 * @param departures what is meant otherwise than it is in the picture
 * @param laid where the student has laid it by hand: page millimetres to the reference's pixels
 */
export function checkPage(
  page: Things,
  {
    region,
    trace = null,
    reference,
    seconds,
    rivals = [],
    laid = null,
    departures = [],
    placesOnly = false,
    rules = [],
  }: {
    readonly region: Region;
    readonly trace?: Things | null;
    readonly reference: Checkable;
    readonly seconds: number | null;
    readonly rivals?: readonly Checkable[];
    readonly laid?: Affine | null;
    readonly departures?: readonly Departure[];
    readonly placesOnly?: boolean;
    /** What was noticed of how the places of its subject lie to each other. */
    readonly rules?: readonly NoticedRule[];
  },
): Promise<CheckedDrawing> {
  return checkWorker().check({
    attempt: new Map(withinRegion(page, region)),
    trace: trace ? new Map(trace) : null,
    reference: checkedOf(reference, rules),
    seconds,
    lifted: paperInk(page).map(asLifted),
    picture: pictureSeen(reference),
    region,
    rivals: rivals.map(figureOf),
    laid,
    departures,
    placesOnly,
  });
}

/** What to take hold of in a drawing to mend what its check found, and where it should lie; in the worker. */
export const mendPage = (
  page: Things,
  {
    region,
    reference,
    checked,
    finding,
  }: {
    readonly region: Region;
    readonly reference: Checkable;
    readonly checked: CheckedPages;
    readonly finding: Finding;
  },
): Promise<Mend> =>
  checkWorker().mend({
    attempt: new Map(withinRegion(page, region)),
    reference: checkedOf(reference),
    picture: pictureSeen(reference),
    checked,
    finding,
  });
