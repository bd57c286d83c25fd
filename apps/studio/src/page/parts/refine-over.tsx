import { refineOver } from '../shell/shell-acts';
import { useShell } from '../shell/shell-context';
import { TrayAct } from './tray-act';

/** A new sheet over the faded construction. */
export function RefineOver() {
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
