import { useEffect } from 'react';
import { useLatest } from '../ui/use-latest';

/**
 * What keys do at the page, in groups as they are shown. Each entry: how it is written, what it does, and its
 * act.
 */
export const KEYS = [
  {
    about: 'Hands',
    keys: [
      ['1', 'Draw', 'hand 1'],
      ['2', 'Forms', 'hand 2'],
      ['3', 'Guides', 'hand 3'],
      ['4', 'Move', 'hand 4'],
      ['5', 'Words', 'hand 5'],
      ['Shift 1', 'pencil', 'pen 1'],
      ['Shift 2', 'pen', 'pen 2'],
      ['Shift 3', 'shade', 'pen 3'],
      ['Shift 4', 'rubber', 'pen 4'],
      ['Shift 5', 'Masses', 'masses'],
      [',', 'thinner line', 'thinner'],
      ['.', 'thicker line', 'thicker'],
    ],
  },
  {
    about: 'Looks',
    keys: [
      ['6', 'squint', 'look squint'],
      ['7', 'grey', 'look grey'],
      ['8', 'silhouette', 'look silhouette'],
      ['9', 'gaps', 'look gaps'],
      ['0', 'small', 'look small'],
      ['/', 'mirrored', 'mirror'],
    ],
  },
  {
    about: 'The view',
    keys: [
      ['Arrows', 'move the page', 'pan'],
      ['Shift Arrows', 'turn the page', 'turn'],
      ['+', 'nearer', 'nearer'],
      ['-', 'farther', 'farther'],
      ['Home', 'fit the page', 'fit'],
      ['End', 'real size', 'real size'],
      ['Enter', 'page only', 'page only'],
    ],
  },
  {
    about: 'Sheets and steps',
    keys: [
      ['Page Up', 'the sheet above', 'sheet up'],
      ['Page Down', 'the sheet below', 'sheet down'],
      ['Insert', 'refine over', 'refine'],
      ['Ctrl Z', 'undo', 'undo'],
      ['Ctrl Shift Z', 'redo', 'redo'],
      ['Delete', 'remove what is picked', 'remove'],
      ['Escape', 'put down, close', 'close'],
      ['?', 'these keys', 'keys'],
    ],
  },
] as const;

export type KeyAct = (typeof KEYS)[number]['keys'][number][2];

const PLAIN: Readonly<Record<string, KeyAct>> = {
  ',': 'thinner',
  '.': 'thicker',
  '/': 'mirror',
  '+': 'nearer',
  '-': 'farther',
  Home: 'fit',
  End: 'real size',
  Enter: 'page only',
  PageUp: 'sheet up',
  PageDown: 'sheet down',
  Insert: 'refine',
  Delete: 'remove',
  Backspace: 'remove',
  Escape: 'close',
  '?': 'keys',
  ArrowLeft: 'pan',
  ArrowRight: 'pan',
  ArrowUp: 'pan',
  ArrowDown: 'pan',
};
const LOOK_DIGITS: Readonly<Record<string, KeyAct>> = {
  6: 'look squint',
  7: 'look grey',
  8: 'look silhouette',
  9: 'look gaps',
  0: 'look small',
};

type Pressed = Pick<KeyboardEvent, 'key' | 'code' | 'shiftKey' | 'ctrlKey' | 'metaKey' | 'altKey'>;

/** What a key press does at the page; null for what is not ours. */
export function actOf({ key, code, shiftKey, ctrlKey, metaKey, altKey }: Pressed): KeyAct | null {
  if (altKey) return null;
  if (ctrlKey || metaKey) return key.toLowerCase() === 'z' ? (shiftKey ? 'redo' : 'undo') : null;
  const digit = /^Digit(\d)$/.exec(code)?.[1];
  if (digit !== undefined) {
    if (shiftKey && digit === '5') return 'masses';
    if (shiftKey)
      return Number(digit) >= 1 && Number(digit) <= 4
        ? (`pen ${digit}` as KeyAct)
        : key === '?' || key === '/' || key === '+'
          ? (PLAIN[key] ?? null)
          : null;
    return Number(digit) >= 1 && Number(digit) <= 5
      ? (`hand ${digit}` as KeyAct)
      : (LOOK_DIGITS[digit] ?? null);
  }
  const act = PLAIN[key] ?? null;
  return act === 'pan' && shiftKey ? 'turn' : act;
}

/** Whether a key press belongs to what has the focus: a field, a slider, a button that Enter would press. */
function belongsElsewhere(event: KeyboardEvent): boolean {
  const { target } = event;
  if (!(target instanceof HTMLElement)) return false;
  if (target.matches('textarea, select, input, [contenteditable="true"]')) return event.key !== 'Escape';
  return (
    (event.key === 'Enter' || event.key === ' ') &&
    target.matches('button, a, [role="button"], [role="radio"]')
  );
}

/**
 * Listens for keys while the page is shown.
 * @param act told which act, and the key for those with a direction
 * @param on whether it listens at all
 */
export function useKeys(act: (what: KeyAct, key: string) => void, on = true): void {
  const latest = useLatest(act);
  useEffect(() => {
    if (!on) return undefined;
    const listen = (event: KeyboardEvent): void => {
      const what = belongsElsewhere(event) ? null : actOf(event);
      if (!what) return;
      event.preventDefault();
      latest.current(what, event.key);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [latest, on]);
}
