import { useEffect } from 'react';
import type { MovedInk } from '@deft/core/alone';
import type { Id, SheetThing, Stroke, Thing } from '@deft/core/page';
import { useDesk } from '../../data/store';
import { lightsWorker } from '../../data/workers';
import { useShell } from '../shell/shell-context';

type Things = ReadonlyMap<Id, Thing>;

/** What the lights go by where forms are moved: no ink, which may be very much. */
const BY_FORMS: ReadonlySet<Thing['type']> = new Set(['form', 'landmark', 'guide', 'axis', 'sheet', 'page']);
/** And where ink alone is. */
const BY_INK: ReadonlySet<Thing['type']> = new Set(['stroke', 'guide', 'sheet']);

const only = (things: Things, types: ReadonlySet<Thing['type']>): Map<Id, Thing> =>
  new Map([...things].filter(([, thing]) => types.has(thing.type)));

/** Where strokes lie, with no more of them than the worker does not know. */
const movedInk = (things: Things, strokes: readonly Stroke[]): MovedInk[] =>
  strokes.map(({ id, transform, points }) => {
    const before = things.get(id);
    const same = before?.type === 'stroke' && before.points === points;
    return { id, ...(transform ? { transform } : {}), ...(same ? {} : { points }) };
  });

type Taken =
  | { readonly forms: readonly SheetThing[]; readonly strokes?: undefined }
  | { readonly strokes: readonly Stroke[]; readonly forms?: undefined };

/** What is moved: forms and landmarks where there are any among it, else strokes; null of neither. */
function takenHoldOf(moved: readonly SheetThing[]): Taken | null {
  const forms = moved.filter(({ type }) => type === 'form' || type === 'landmark');
  if (forms.length > 0) return { forms };
  const strokes = moved.filter((thing): thing is Stroke => thing.type === 'stroke');
  return strokes.length > 0 ? { strokes } : null;
}

/**
 * Between two looks, milliseconds, and at the least so many times as long as the last one took: the eye needs
 * no more, and the hand needs the processor.
 */
const [REST, SHARE] = [60, 5];

/**
 * Near-touches, closed gaps and lost balance light up while forms, landmarks or ink are moved. A worker is
 * asked about the newest place only, and about the next once it has answered and rested.
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
    let next: Taken | null = null;
    const goOn = (): void => {
      asked = false;
      const waiting = next;
      next = null;
      if (moving && waiting) ask(waiting);
    };
    const ask = ({ forms, strokes }: Taken): void => {
      asked = true;
      const began = performance.now();
      const answer = forms ? work.follow(forms) : work.followInk(movedInk(keeper.things, strokes));
      void answer.then(
        (lit) => {
          if (moving) painter.setLights(lit);
          setTimeout(goOn, Math.max(REST, SHARE * (performance.now() - began)));
        },
        () => setTimeout(goOn, REST),
      );
    };
    const stop = painter.onMoving((moved) => {
      const taken = takenHoldOf(moved);
      if (!taken) {
        moving = false;
        next = null;
        painter.setLights(null);
        return;
      }
      if (!moving) {
        moving = true;
        const { things } = keeper;
        if (taken.forms) void work.begin(only(things, BY_FORMS));
        else void work.beginInk(only(things, BY_INK), new Set(taken.strokes.map(({ id }) => id)));
      }
      if (asked) next = taken;
      else ask(taken);
    });
    return () => {
      stop();
      painter.setLights(null);
    };
  }, [surface, keeper, on]);
  return null;
}
