import { IDENTITY, type Point } from '@deft/core/geometry';
import { encodeStroke, placeWhole, straightened, strokePoints, type Change, type Id } from '@deft/core/page';
import { addMix, setPen, takeHand, type HandName } from '../../data/desk-slice';
import type { DeskDispatch } from '../../data/store';
import { pieceOf, removing } from '../selection-acts';
import { refiningOver } from '../sheet-acts';
import type { Shell } from './shell-context';

/** The last strokes, made straight; null where none of them can be. */
export function straightening({ keeper, state }: Shell): Change | null {
  const set = state.lastStrokes.flatMap((id) => {
    const stroke = keeper.things.get(id);
    const points =
      stroke?.type === 'stroke' && stroke.pen !== 'rubber' ? straightened(strokePoints(stroke)) : null;
    return points ? [{ id, to: { points: encodeStroke(points), transform: IDENTITY } }] : [];
  });
  return set.length > 0 ? { set } : null;
}

/** What Delete would remove: what is picked, or the form or guide taken up. Null where that is nothing. */
export function removable({ state, things }: Shell, hand: HandName): ReadonlySet<Id> | null {
  const { picks, selected } = state;
  if (hand === 'Move' && picks.size > 0) return picks;
  const type = selected ? things.get(selected)?.type : undefined;
  const own =
    (hand === 'Forms' && type === 'form') ||
    (hand === 'Masses' && type === 'mass') ||
    (hand === 'Guides' && (type === 'guide' || type === 'axis'));
  return selected && own ? new Set([selected]) : null;
}

export function remove({ keeper, dispatch }: Shell, ids: ReadonlySet<Id>): void {
  void keeper.commit(removing(ids));
  dispatch({ kind: 'removed' });
}

/** Lays a new sheet over the faded ones and draws on it from now on. */
export function refineOver({ keeper, dispatch }: Shell): void {
  const { change, sheet } = refiningOver(keeper.things);
  void keeper.commit(change).then(() => dispatch({ kind: 'sheet', sheet }));
}

/** Takes a colour into the pen in hand, and among the own mixes. */
export function takeColour({ dispatch }: Shell, desk: DeskDispatch, hex: string): void {
  desk(setPen({ colour: hex }));
  desk(addMix(hex));
  dispatch({ kind: 'take', taking: null });
}

/** Cuts a piece out of the reference and lays it on the page, picked. @param loop prepared-picture pixels */
export function cutPiece(shell: Shell, desk: DeskDispatch, loop: readonly Point[]): void {
  const { keeper, surface, reference, dispatch } = shell;
  const { paper, scene } = surface?.painter ?? {};
  if (!paper || !scene || !reference) return;
  const { id, revision } = reference;
  const { change, piece } = pieceOf(keeper.things, scene, {
    reference: id,
    revision,
    clip: loop,
    transform: placeWhole(reference, paper),
  });
  void keeper.commit(change).then(() => {
    desk(takeHand('Move'));
    dispatch({ kind: 'hand' });
    dispatch({ kind: 'pick', ids: new Set([piece]) });
  });
  dispatch({ kind: 'take', taking: null });
}
