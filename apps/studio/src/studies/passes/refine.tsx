import { TrayAct } from '../../page/parts/tray-act';
import type { Pass } from '../../page/shell/pass';
import { refineOver } from '../../page/shell/shell-acts';
import { useShell } from '../../page/shell/shell-context';
import { PASS_NOTES } from '../words';
import { build } from './build';

/** A new sheet over the faded construction. */
function RefineOver() {
  const shell = useShell();
  return (
    <TrayAct
      label="refine over"
      spoken="refine over: a new sheet over the faded construction"
      shape="newSheet"
      onPress={() => refineOver(shell)}
    />
  );
}

/** A clean line on a new sheet over the faded construction, then tone: the attempt's own page. */
export const refine: Pass = {
  ...build,
  name: 'Refine',
  firstHand: () => 'Draw',
  hint: PASS_NOTES.refine,
  Row: RefineOver,
};
