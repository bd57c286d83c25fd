import { sheetsOf } from '@deft/core/page';
import { RefineOver } from '../../page/parts/refine-over';
import type { Pass } from '../../page/shell/pass';
import { PASS_NOTES } from '../words';
import { build } from './build';

/** A clean line on a new sheet over the faded construction, then tone: the attempt's own page. */
export const refine: Pass = {
  ...build,
  name: 'Refine',
  firstHand: () => 'Draw',
  hint: PASS_NOTES.refine,
  // A clean line has a sheet of its own, over the one that the construction lies on.
  isBegun: (things) => sheetsOf(things).filter(({ kind }) => kind === 'ink').length > 1,
  Row: RefineOver,
};
