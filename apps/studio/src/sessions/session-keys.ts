import { useEffect } from 'react';
import type { PenKind } from '@deft/core/page';
import { useLatest } from '../ui/use-latest';

/** What keys do while a session runs or is held: how each is written, and what it does. */
export const SESSION_KEYS = [
  ['Space', 'hold, go on'],
  ['Backspace', 'back'],
  ['Tab', 'next'],
  ['N', 'not this one'],
  ['+', 'more time'],
  ['Escape', 'hold; held: leave for later'],
  ['Shift 1 to 4', 'pencil, pen, shade, rubber'],
  ['Ctrl Z', 'undo the last line'],
  ['6, 7, /', 'squint, grey, mirrored'],
] as const;

export type SessionAct =
  | 'hold'
  | 'back'
  | 'next'
  | 'not this one'
  | 'more'
  | 'leave'
  | 'undo'
  | 'redo'
  | 'squint'
  | 'grey'
  | 'mirror'
  | PenKind;

const PENS: readonly PenKind[] = ['pencil', 'pen', 'shade', 'rubber'];
const PLAIN: Readonly<Record<string, SessionAct>> = {
  ' ': 'hold',
  Backspace: 'back',
  Tab: 'next',
  n: 'not this one',
  N: 'not this one',
  '+': 'more',
  Escape: 'leave',
  '6': 'squint',
  '7': 'grey',
  '/': 'mirror',
};

type Pressed = Pick<KeyboardEvent, 'key' | 'code' | 'shiftKey' | 'ctrlKey' | 'metaKey' | 'altKey'>;

/** What a key press does in a session; null for what is not ours. */
export function sessionActOf({ key, code, shiftKey, ctrlKey, metaKey, altKey }: Pressed): SessionAct | null {
  if (altKey) return null;
  if (ctrlKey || metaKey) return key.toLowerCase() === 'z' ? (shiftKey ? 'redo' : 'undo') : null;
  const digit = /^Digit([1-4])$/.exec(code)?.[1];
  if (shiftKey && digit) return PENS[Number(digit) - 1] ?? null;
  if (key === 'Tab' && shiftKey) return null;
  return PLAIN[key] ?? null;
}

/**
 * Listens for keys.
 * @param held whether what is held has the focus: then Tab and Enter go from act to act as they do everywhere
 */
export function useSessionKeys(held: boolean, act: (what: SessionAct) => void): void {
  const latest = useLatest({ held, act });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      if (event.target instanceof HTMLElement && event.target.matches('textarea, input, select')) return;
      const what = sessionActOf(event);
      if (!what || (what === 'next' && latest.current.held)) return;
      if (
        event.key === ' ' &&
        latest.current.held &&
        event.target instanceof HTMLElement &&
        event.target.matches('[role="button"]')
      )
        return;
      event.preventDefault();
      latest.current.act(what);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [latest]);
}
