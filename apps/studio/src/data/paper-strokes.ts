import { MOST_THINGS } from '@deft/contract';
import {
  encodeStroke,
  INK_COLOUR,
  paperInk,
  type Change,
  type Id,
  type Placement,
  type Stroke,
  type Thing,
} from '@deft/core/page';
import { generateNKeysBetween } from 'fractional-indexing';
import { asLifted } from './check-page';
import { newId } from './new-id';
import { checkWorker } from './workers';
import type { LiftedLines } from '../workers/lifted-lines';

type Things = ReadonlyMap<Id, Thing>;

/**
 * What was lifted from paper as strokes in its place, so that parts of it can be taken hold of: each line as
 * wide as its ink. The picture of it stays on the page, hidden, and its sheet is unlocked.
 * @returns null where nothing on the page was lifted, or it is made of more lines than one change may add
 */
export async function paperAsStrokes(things: Things): Promise<Change | null> {
  const inks = paperInk(things);
  const lifted = await Promise.all(inks.map((ink) => checkWorker().linesOfInk(asLifted(ink))));
  const add = inks.flatMap((ink, i) => strokesOf(lifted[i] as LiftedLines, ink, things));
  if (add.length === 0 || add.length > MOST_THINGS) return null;
  const sheets = new Set(inks.map(({ sheet }) => sheet));
  return {
    add,
    set: [
      ...inks.map(({ id }) => ({ id, to: { hidden: true } })),
      ...[...sheets].map((id) => ({ id, to: { locked: false } })),
    ],
  };
}

/** Lifted lines as strokes of an even pen right over their ink, under what was drawn or rubbed out on it. */
function strokesOf({ lines, colour }: LiftedLines, ink: Placement, things: Things): Stroke[] {
  const { sheet } = ink;
  const above = [...things.values()]
    .filter(isStacked)
    .filter((thing) => thing.sheet === sheet && thing.order > ink.order)
    .map(({ order }) => order)
    .sort()[0];
  const orders = generateNKeysBetween(ink.order, above ?? null, lines.length);
  return lines.map(({ points, width }, i) => ({
    type: 'stroke',
    id: newId(),
    sheet,
    order: orders[i] as string,
    pen: 'pen',
    size: width,
    colour: colour ?? INK_COLOUR,
    pressure: 'even',
    smoothing: 0,
    points: encodeStroke(points.map(({ x, y }) => ({ x, y, pressure: 0.5, time: 0 }))),
  }));
}

/** Whether something has a place of its own in its sheet's stack. */
const isStacked = (thing: Thing): thing is Extract<Thing, { sheet: Id; order: string }> =>
  'sheet' in thing && 'order' in thing;
