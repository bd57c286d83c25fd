import { checkPages, type CheckedPages } from '@deft/core/findings';
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

const work = {
  async check({ lifted, region, ...pages }: Checkable): Promise<CheckedPages> {
    return checkPages({ ...pages, lines: await liftedLines(lifted, region) });
  },
};
export type CheckWork = typeof work;

Comlink.expose(work);
