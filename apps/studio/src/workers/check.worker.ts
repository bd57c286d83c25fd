import { checkPages, mendPage, type CheckedPages, type Mend } from '@deft/core/findings';
import type { Region } from '@deft/core/page';
import * as Comlink from 'comlink';
import { liftedLines, type LiftedInk } from './lifted-lines';

type Pages = Omit<Parameters<typeof checkPages>[0], 'lines'>;

/**
 * What is to be checked, with ink that was lifted from paper onto the attempt's page, and its region there.
 */
export interface Checkable extends Pages {
  readonly lifted: readonly LiftedInk[];
  readonly region: Region;
}

/** What is off on an attempt's page, to be taken hold of there. */
export type ToMend = Parameters<typeof mendPage>[0];

const work = {
  async check({ lifted, region, ...pages }: Checkable): Promise<CheckedPages> {
    return checkPages({ ...pages, lines: await liftedLines(lifted, region) });
  },
  mend: (input: ToMend): Mend => mendPage(input),
};
export type CheckWork = typeof work;

Comlink.expose(work);
