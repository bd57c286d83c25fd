import { useEffect } from 'react';
import type { SheetThing, Thing } from '@deft/core/page';
import { useDesk } from '../../data/store';
import { lightsWorker } from '../../data/workers';
import { useShell } from '../shell/shell-context';

/** What the lights go by: no ink, which may be very much. */
const SEEN: ReadonlySet<Thing['type']> = new Set(['form', 'landmark', 'guide', 'axis', 'sheet', 'page']);
/**
 * Between two looks, milliseconds, and at the least so many times as long as the last one took: the eye needs
 * no more, and the hand needs the processor.
 */
const [REST, SHARE] = [60, 5];

/**
 * Near-touches, closed gaps and lost balance light up while something is moved. A worker is asked about the
 * newest place only, and about the next once it has answered and rested.
 */
export function LiveLights() {
  const { surface, keeper, state } = useShell();
  const { lights } = useDesk('lights');
  // Over the picture itself it is the picture that one follows.
  const on = lights && state.place !== 'Behind';
  useEffect(() => {
    if (!surface || !on) return undefined;
    const { painter } = surface;
    const work = lightsWorker();
    let moving = false;
    let asked = false;
    let next: readonly SheetThing[] | null = null;
    const goOn = (): void => {
      asked = false;
      const waiting = next;
      next = null;
      if (moving && waiting) ask(waiting);
    };
    const ask = (moved: readonly SheetThing[]): void => {
      asked = true;
      const began = performance.now();
      void work.follow(moved).then(
        (lit) => {
          if (moving) painter.setLights(lit);
          setTimeout(goOn, Math.max(REST, SHARE * (performance.now() - began)));
        },
        () => setTimeout(goOn, REST),
      );
    };
    const stop = painter.onMoving((moved) => {
      const forms = moved.filter(({ type }) => type === 'form' || type === 'landmark');
      if (forms.length === 0) {
        moving = false;
        next = null;
        painter.setLights(null);
        return;
      }
      if (!moving) {
        moving = true;
        void work.begin(new Map([...keeper.things].filter(([, thing]) => SEEN.has(thing.type))));
      }
      if (asked) next = forms;
      else ask(forms);
    });
    return () => {
      stop();
      painter.setLights(null);
    };
  }, [surface, keeper, on]);
  return null;
}
