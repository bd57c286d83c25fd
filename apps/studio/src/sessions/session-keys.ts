import { useEffect } from 'react';
import type { PenKind } from '@deft/core/page';
import { useLatest } from '../ui/use-latest';

/** What keys do while a session runs or is held: how each is written, and what it does. */
export const SESSION_KEYS = [
  ['Space', 'hold, go on'],
  ['Backspace', 'back'],
  ['N', 'next'],
  ['Tab', 'next, in a short pose'],
  ['X', 'not this one'],
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
  n: 'next',
  N: 'next',
  x: 'not this one',
  X: 'not this one',
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

/** What the clock's own keys do, which nothing else on a page answers to. */
const OF_CLOCK: readonly SessionAct[] = ['hold', 'next', 'not this one'];

/**
 * Listens for keys.
 * @param on.held whether what is held has the focus: then Tab and Enter go from act to act as they do
 * everywhere
 * @param on.whole whether the pose has the whole page, whose own keys are its shell's while it runs
 */
export function useSessionKeys(
  on: { readonly held: boolean; readonly whole: boolean },
  act: (what: SessionAct) => void,
): void {
  const latest = useLatest({ ...on, act });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      if (event.target instanceof HTMLElement && event.target.matches('textarea, input, select')) return;
      const what = sessionActOf(event);
      const { held, whole } = latest.current;
      const hasActs = held || whole;
      if (!what || (event.key === 'Tab' && hasActs) || (whole && !held && !OF_CLOCK.includes(what))) return;
      if (
        event.key === ' ' &&
        hasActs &&
        event.target instanceof HTMLElement &&
        event.target.matches('[role="button"], [role="radio"], [role="switch"]')
      )
        return;
      event.preventDefault();
      latest.current.act(what);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [latest]);
}
