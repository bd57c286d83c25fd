import type { CheckedPages } from '@deft/core/findings';
import { thingsOfType, withinRegion, type Id, type Region, type Thing } from '@deft/core/page';
import type { Reference } from '@deft/contract';
import type { LiftedInk } from '../workers/lifted-lines';
import { placedOf } from './addresses';
import { knownLandmarks } from './known-landmarks';
import { checkInWorker } from './workers';

type Things = ReadonlyMap<Id, Thing>;

/** Ink that was lifted from paper onto a page. */
const liftedOn = (things: Things): LiftedInk[] =>
  thingsOfType(things, 'placement')
    .filter(({ of, hidden }) => of === 'paper' && !hidden)
    .map((placement) => ({
      address: new URL(placedOf(placement), window.location.href).href,
      transform: placement.transform,
    }));

/** As much of a reference as the check takes. */
export type Checkable = Pick<
  Reference,
  'id' | 'subject' | 'figureHeight' | 'marks' | 'truth' | 'original' | 'preparation'
>;

const figureOf = (reference: Checkable) => ({
  landmarks: knownLandmarks(reference),
  height: reference.figureHeight ?? 0,
});

/**
 * Checks a drawing in the worker.
 * @param page all of its page, of which the region is the drawing
 * @param rivals other references that it might be of instead
 */
export function checkPage(
  page: Things,
  {
    region,
    trace = null,
    reference,
    seconds,
    rivals = [],
  }: {
    readonly region: Region;
    readonly trace?: Things | null;
    readonly reference: Checkable;
    readonly seconds: number | null;
    readonly rivals?: readonly Checkable[];
  },
): Promise<CheckedPages> {
  const { id, subject, figureHeight } = reference;
  const landmarks = knownLandmarks(reference);
  return checkInWorker({
    attempt: new Map(withinRegion(page, region)),
    trace: trace ? new Map(trace) : null,
    reference: { id, subject, figureHeight, truth: landmarks.length > 0 ? { landmarks } : null },
    seconds,
    lifted: liftedOn(page),
    region,
    rivals: rivals.map(figureOf),
  });
}
