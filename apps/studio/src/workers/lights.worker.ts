import { lightsOver, type Lit } from '@deft/core/alone';
import type { Id, SheetThing, Thing } from '@deft/core/page';
import { expose } from 'comlink';

let over: ReturnType<typeof lightsOver> = lightsOver(new Map());

const work = {
  /** Something is taken hold of. @param things forms, landmarks, guides and sheets, as they stand */
  begin(things: ReadonlyMap<Id, Thing>): void {
    over = lightsOver(things);
  },
  /** What lights up where it lies now. */
  follow: (moved: readonly SheetThing[]): Lit => over(moved),
};

export type LightsWork = typeof work;
expose(work);
