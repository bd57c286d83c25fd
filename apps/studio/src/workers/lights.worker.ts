import { inkLightsOver, lightsOver, type Lit, type MovedInk } from '@deft/core/alone';
import type { Id, SheetThing, Thing } from '@deft/core/page';
import { expose } from 'comlink';

let over: ReturnType<typeof lightsOver> = lightsOver(new Map());
let overInk: ReturnType<typeof inkLightsOver> = inkLightsOver(new Map(), new Set());

const work = {
  /** Something is taken hold of. @param things forms, landmarks, guides and sheets, as they stand */
  begin(things: ReadonlyMap<Id, Thing>): void {
    over = lightsOver(things);
  },
  /** What lights up where it lies now. */
  follow: (moved: readonly SheetThing[]): Lit => over(moved),
  /** The same of ink. @param things strokes, guides and sheets @param ids of what is taken hold of */
  beginInk(things: ReadonlyMap<Id, Thing>, ids: ReadonlySet<Id>): void {
    overInk = inkLightsOver(things, ids);
  },
  followInk: (moved: readonly MovedInk[]): Lit => overInk(moved),
};

export type LightsWork = typeof work;
expose(work);
