import { useEffect } from 'react';
import { useDesk } from '../data/store';
import { Bells, shake } from './bells';
import type { RunningClock } from './use-clock';

/** Lets a session be heard and felt, as far as that is wanted. */
export function useBells(watch: RunningClock['watch']): void {
  const { sounds, shakes } = useDesk('timed').timed;
  useEffect(() => {
    if (!sounds && !shakes) return undefined;
    const bells = new Bells();
    const wake = (): void => bells.wake();
    if (sounds) bells.wake();
    window.addEventListener('pointerdown', wake);
    window.addEventListener('keydown', wake);
    const stop = watch((_now, moment) => {
      if (!moment) return;
      if (sounds) bells.ring(moment);
      if (shakes) shake(moment);
    });
    return () => {
      stop();
      window.removeEventListener('pointerdown', wake);
      window.removeEventListener('keydown', wake);
      bells.close();
    };
  }, [watch, sounds, shakes]);
}
