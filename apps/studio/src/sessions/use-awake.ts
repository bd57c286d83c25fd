import { useEffect } from 'react';

/** Keeps the screen awake while `on`, where the browser can: it needs a secure context, and may say no. */
export function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return undefined;
    let gone = false;
    let release: (() => void) | null = null;
    navigator.wakeLock.request('screen').then(
      (lock) => {
        release = () => void lock.release();
        if (gone) release();
      },
      () => undefined,
    );
    return () => {
      gone = true;
      release?.();
    };
  }, [on]);
}
