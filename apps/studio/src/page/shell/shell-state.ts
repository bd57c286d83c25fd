import type { Point } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import type { PlaceName } from '../../data/desk-slice';
import type { MoveWay } from '../hands/move';
import type { PanelName } from '../parts/panels';
import type { Obstacle } from '../place-on';
import { NO_LOOK, type Look } from '../second-look';

/** What stands in the tray's upper row in place of what the hand offers. */
export type Upper = 'sheets' | 'place' | 'picture' | 'line' | 'forms' | 'guides' | 'light' | 'numbers';
/** What the next contact does instead of the hand: picks a colour, or cuts a piece out of the reference. */
export type Taking = 'colour' | 'piece';

/** Everything a page's screen remembers while it is open; nothing of it is the page's. */
export interface ShellState {
  readonly panel: PanelName | null;
  readonly upper: Upper | null;
  readonly place: PlaceName | null;
  readonly look: Look;
  /** The sheet to draw on; the topmost where null, or where it is gone. */
  readonly sheet: Id | null;
  /** The form or guide that is taken up. */
  readonly selected: Id | null;
  readonly picks: ReadonlySet<Id>;
  readonly loop: readonly Point[] | null;
  readonly way: MoveWay;
  /** A hand was taken here: what the pass would begin with no longer counts. */
  readonly handTaken: boolean;
  /** Things are picked from the current sheet alone. */
  readonly oneSheet: boolean;
  /** Strokes of the last gesture: what *straighten* is about. */
  readonly lastStrokes: readonly Id[];
  readonly taking: Taking | null;
  readonly overall: boolean;
  readonly comparing: boolean;
  /** Why the last contact did nothing. */
  readonly obstacle: Obstacle | null;
  /** What the next form or landmark is called. */
  readonly nextName: string | null;
  /** The sight on the reference that the next one on the page is held against. */
  readonly nextSight: Id | null;
}

export type ShellAct =
  | { readonly kind: 'panel'; readonly panel: PanelName | null }
  | { readonly kind: 'upper'; readonly upper: Upper | null }
  | { readonly kind: 'hand' }
  | { readonly kind: 'place'; readonly place: PlaceName }
  | { readonly kind: 'look'; readonly look: Look }
  | { readonly kind: 'sheet'; readonly sheet: Id | null }
  | { readonly kind: 'select'; readonly id: Id | null }
  | { readonly kind: 'pick'; readonly ids: ReadonlySet<Id> }
  | { readonly kind: 'loop'; readonly loop: readonly Point[] | null }
  | { readonly kind: 'way'; readonly way: MoveWay }
  | { readonly kind: 'one sheet'; readonly one: boolean }
  | { readonly kind: 'drawn'; readonly strokes: readonly Id[] }
  | { readonly kind: 'take'; readonly taking: Taking | null }
  | { readonly kind: 'overall' }
  | { readonly kind: 'compare'; readonly comparing: boolean }
  | { readonly kind: 'obstacle'; readonly obstacle: Obstacle | null }
  | { readonly kind: 'next name'; readonly name: string | null }
  | { readonly kind: 'next sight'; readonly sight: Id | null }
  | { readonly kind: 'removed' }
  | { readonly kind: 'step back' };

export const NOTHING: ReadonlySet<Id> = new Set();

/** A page's screen as it is opened. @param place where the reference sits first; null where there is none */
export const openShell = (place: PlaceName | null): ShellState => ({
  panel: null,
  upper: null,
  place,
  look: NO_LOOK,
  sheet: null,
  selected: null,
  picks: NOTHING,
  loop: null,
  way: 'move',
  handTaken: false,
  oneSheet: false,
  lastStrokes: [],
  taking: null,
  overall: false,
  comparing: false,
  obstacle: null,
  nextName: null,
  nextSight: null,
});

/** What Escape puts down, the last taken up first. */
function stepBack(state: ShellState): ShellState {
  if (state.comparing) return { ...state, comparing: false };
  if (state.panel) return { ...state, panel: null };
  if (state.taking) return { ...state, taking: null };
  if (state.upper) return { ...state, upper: null };
  return { ...state, picks: NOTHING };
}

/** What a page's screen becomes by an act. */
export function shellReducer(state: ShellState, act: ShellAct): ShellState {
  switch (act.kind) {
    case 'panel':
      // How the pen draws is looked at beside a panel; all else in the tray makes room for it.
      return { ...state, panel: act.panel, upper: state.upper === 'line' ? 'line' : null };
    case 'upper':
      return { ...state, upper: act.upper, panel: null };
    case 'hand':
      // One begins to place something: a look that hides where would be in the way.
      return { ...state, handTaken: true, panel: null, upper: null, look: { ...state.look, name: null } };
    case 'place':
      return { ...state, place: act.place, panel: null, upper: act.place === 'Behind' ? 'place' : null };
    case 'look':
      return { ...state, look: act.look };
    case 'sheet':
      return { ...state, sheet: act.sheet };
    case 'select':
      return { ...state, selected: act.id };
    case 'pick':
      return { ...state, picks: act.ids };
    case 'loop':
      return { ...state, loop: act.loop };
    case 'way':
      return { ...state, way: act.way };
    case 'one sheet':
      return { ...state, oneSheet: act.one };
    case 'drawn':
      // A form that was made of the stroke before is done with.
      return {
        ...state,
        lastStrokes: act.strokes,
        selected: act.strokes.length > 0 ? null : state.selected,
      };
    case 'take':
      return {
        ...state,
        taking: act.taking,
        // A piece is cut out of the reference where it lies beside the page.
        place: act.taking === 'piece' ? 'Beside' : state.place,
      };
    case 'overall':
      return { ...state, overall: !state.overall, panel: null };
    case 'compare':
      return { ...state, comparing: act.comparing, panel: null };
    case 'obstacle':
      return { ...state, obstacle: act.obstacle };
    case 'next name':
      return { ...state, nextName: act.name };
    case 'next sight':
      return { ...state, nextSight: act.sight };
    case 'removed':
      return { ...state, selected: null, picks: NOTHING };
    case 'step back':
      return stepBack(state);
  }
}
