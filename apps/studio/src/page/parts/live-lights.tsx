import { useEffect, useState } from 'react';
import type { Lit } from '@deft/core/alone';
import type { Point } from '@deft/core/geometry';
import type { SheetThing, Thing } from '@deft/core/page';
import type { PageKeeper } from '../../data/page-keeper';
import { useDesk } from '../../data/store';
import { lightsWorker } from '../../data/workers';
import { ON_PAGE } from '../../ui/theme';
import type { Surface } from '../surface';
import { useShell } from '../shell/shell-context';
import { OverPage } from './over-page';

/** What the lights go by: no ink, which may be very much. */
const SEEN: ReadonlySet<Thing['type']> = new Set(['form', 'landmark', 'guide', 'axis', 'sheet', 'page']);

/**
 * What lights up while something is moved. The worker is asked about the newest place only, and about the
 * next once it has answered; null while nothing is moved.
 */
function useLit(surface: Surface | null, keeper: PageKeeper, on: boolean): Lit | null {
  const [lit, setLit] = useState<Lit | null>(null);
  useEffect(() => {
    if (!surface || !on) return undefined;
    const work = lightsWorker();
    let moving = false;
    let asked = false;
    let next: readonly SheetThing[] | null = null;
    const ask = (moved: readonly SheetThing[]): void => {
      asked = true;
      void work.follow(moved).then(
        (answer) => {
          asked = false;
          if (!moving) return;
          setLit(answer);
          const waiting = next;
          next = null;
          if (waiting) ask(waiting);
        },
        () => {
          asked = false;
        },
      );
    };
    const stop = surface.painter.onMoving((moved) => {
      const forms = moved.filter(({ type }) => SEEN.has(type));
      if (forms.length === 0) {
        moving = false;
        next = null;
        setLit(null);
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
      setLit(null);
    };
  }, [surface, keeper, on]);
  return lit;
}

const path = (lines: readonly (readonly Point[])[], closed: boolean): string =>
  lines
    .map(
      (line) =>
        line.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(2)} ${y.toFixed(2)}`).join('') +
        (closed ? 'Z' : ''),
    )
    .join('');

/** Near-touches, closed gaps and lost balance, faintly, while a part is moved. */
export function LiveLights() {
  const { surface, keeper } = useShell();
  const { lights } = useDesk('lights');
  const lit = useLit(surface, keeper, lights);
  if (!surface || !lit) return null;
  const { touches, closed, fallen } = lit;
  const plumb = fallen
    ? `M${fallen.weight.x} ${fallen.weight.y}V${fallen.stands.ground}M${fallen.stands.from} ${fallen.stands.ground}H${fallen.stands.to}`
    : '';
  return (
    <OverPage surface={surface} testID="lights">
      <path d={path(closed, true)} fill={ON_PAGE.correction} opacity={0.22} data-mark="closed" />
      <path d={path(touches, false)} {...LINE} strokeWidth={6} opacity={0.4} data-mark="touch" />
      <path d={plumb} {...LINE} strokeWidth={2} opacity={0.7} data-mark="fallen" />
    </OverPage>
  );
}

const LINE = {
  fill: 'none',
  stroke: ON_PAGE.correction,
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
  // As thick on the screen however near one looks.
  vectorEffect: 'non-scaling-stroke',
} as const;
