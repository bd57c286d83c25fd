import { setPen, takeHand, takePen, type DeskState } from '../../data/desk-slice';
import type { DeskDispatch } from '../../data/store';
import type { KeyAct } from '../keys';
import { PEN_OFFERS } from '../parts/hand-row';
import type { LookName } from '../second-look';
import { refineOver, removable, remove } from './shell-acts';
import type { Shell } from './shell-context';

/** What of the desk keys depend on. */
type KeyDesk = Pick<DeskState, 'hand' | 'pen' | 'pens' | 'realScale'>;

/**
 * How far a key moves the page, CSS pixels, and turns it, degrees; and by how much it enlarges and thickens.
 */
const PAN = 60;
const TURN = 5;
const NEARER = 1.2;
const THICKER = 1.15;
const THINNEST = 0.2;
const THICKEST = 20;

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const tenths = (size: number): number => Math.round(size * 10) / 10;

/** What keys do to the view. @returns whether the key was one of these */
function viewKey(act: KeyAct, key: string, shell: Shell, realScale: number | null): boolean {
  const { surface, dispatch, pageOnly, onPageOnly } = shell;
  const [across, down] = ARROWS[key] ?? [0, 0];
  switch (act) {
    case 'mirror':
      surface?.mirror();
      return true;
    case 'pan':
      surface?.look({ move: { x: -across * PAN, y: -down * PAN } });
      return true;
    case 'turn':
      surface?.look({ turn: -(across + down) * TURN });
      return true;
    case 'nearer':
      surface?.look({ by: NEARER });
      return true;
    case 'farther':
      surface?.look({ by: 1 / NEARER });
      return true;
    case 'fit':
      surface?.painter.fit();
      return true;
    case 'real size':
      if (realScale) surface?.realSize(realScale);
      else dispatch({ kind: 'panel', panel: 'desk' });
      return true;
    case 'page only':
      onPageOnly(!pageOnly);
      return true;
    default:
      return false;
  }
}

/** What keys do to hands, pens and looks. @returns whether the key was one of these */
function handKey(act: KeyAct, shell: Shell, desk: KeyDesk, send: DeskDispatch): boolean {
  const { dispatch, state, pass } = shell;
  const nth = Number(act.at(-1)) - 1;
  if (act.startsWith('look ')) {
    const name = act.slice(5) as LookName;
    dispatch({ kind: 'look', look: { ...state.look, name: state.look.name === name ? null : name } });
    return true;
  }
  if (act.startsWith('hand ') || act === 'masses') {
    const hand = act === 'masses' ? pass.hands.find((own) => own === 'Masses') : pass.hands[nth];
    if (!hand) return true;
    send(takeHand(hand));
    dispatch({ kind: 'hand' });
    return true;
  }
  if (act.startsWith('pen ')) {
    if (!pass.hands.includes('Draw')) return true;
    send(takePen(PEN_OFFERS[nth]?.value ?? 'pencil'));
    if (desk.hand !== 'Draw') dispatch({ kind: 'hand' });
    return true;
  }
  const { size } = desk.pens[desk.pen];
  if (act === 'thinner') send(setPen({ size: Math.max(THINNEST, tenths(size / THICKER)) }));
  else if (act === 'thicker')
    send(setPen({ size: Math.min(THICKEST, Math.max(size + 0.1, tenths(size * THICKER))) }));
  else return false;
  return true;
}

/** What keys do to sheets, steps and what is picked. */
function pageKey(act: KeyAct, shell: Shell, desk: KeyDesk): void {
  const { keeper, dispatch, state, sheets, current } = shell;
  const at = sheets.findIndex(({ id }) => id === current?.id);
  switch (act) {
    case 'sheet up':
      return dispatch({ kind: 'sheet', sheet: sheets[at + 1]?.id ?? current?.id ?? null });
    case 'sheet down':
      return dispatch({ kind: 'sheet', sheet: sheets[at - 1]?.id ?? current?.id ?? null });
    case 'refine':
      return refineOver(shell);
    case 'undo':
      return void keeper.undo();
    case 'redo':
      return void keeper.redo();
    case 'remove': {
      const ids = removable(shell, desk.hand);
      return ids ? remove(shell, ids) : undefined;
    }
    case 'keys':
      return dispatch({ kind: 'panel', panel: state.panel === 'keys' ? null : 'keys' });
    case 'close':
      return dispatch({ kind: 'step back' });
    default:
      return undefined;
  }
}

/** What a key does at a page; what the pass has keys for of its own goes first. */
export function onShellKey(act: KeyAct, key: string, shell: Shell, desk: KeyDesk, send: DeskDispatch): void {
  if (shell.pass.onKey?.(act, shell)) return;
  if (viewKey(act, key, shell, desk.realScale) || handKey(act, shell, desk, send)) return;
  pageKey(act, shell, desk);
}
