import { setLights } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { TrayAct } from './tray-act';

/** Whether near-touches, closed gaps and lost balance light up while something is moved. */
export function LightsAct() {
  const send = useDeskDispatch();
  const { lights } = useDesk('lights');
  return (
    <TrayAct
      label="lights"
      shape="lights"
      on={lights}
      spoken="lights: near-touches, closed gaps and lost balance light up while you move"
      onPress={() => send(setLights(!lights))}
    />
  );
}
