import { useLayoutEffect } from 'react';
import type { Id, Thing } from '@deft/core/page';
import { HANDS } from '../data/desk-slice';
import { useDesk } from '../data/store';
import { NameChips } from '../page/parts/name-chips';
import type { Pass } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { useNames } from '../page/use-names';
import { MainAct } from '../ui/acts';
import { AboutDrawing } from './about-drawing';
import { AttachPanel } from './attach-panel';
import { useDrawing } from './drawing-context';
import { LookOverPanel } from './look-over-panel';
import { MarkedOver } from './marked-over';
import { FreeRecipePanel } from './recipe-panel';
import { FREE_HINT } from './words';

/** Names for what the Forms hand places: what is drawn says which. */
function Names() {
  const { hand, formsTool } = useDesk('hand', 'formsTool');
  const { keeper, things, state, dispatch } = useShell();
  const { drawing } = useDrawing();
  const selected = state.selected ? things.get(state.selected) : undefined;
  const isMade = hand === 'Draw' && selected?.type === 'form';
  const names = useNames({
    keeper,
    things,
    traceThings: NONE,
    landmarks: hand === 'Forms' && formsTool === 'landmark',
    wanted: null,
    subject: drawing.subject,
    selected: hand === 'Forms' || isMade ? state.selected : null,
  });
  useLayoutEffect(() => dispatch({ kind: 'next name', name: names.forNew }), [dispatch, names.forNew]);
  if (!isMade && hand !== 'Forms') return null;
  return (
    <NameChips
      label={names.label}
      names={names.offered}
      used={names.used}
      value={names.value}
      onChoose={names.choose}
    />
  );
}

/** No trace lends it names. */
const NONE: ReadonlyMap<Id, Thing> = new Map();

/** What one does when something stands there: looking it over. */
function LookOverAct() {
  const { state, dispatch } = useShell();
  const open = state.panel === 'look over';
  return (
    <MainAct
      label="Look it over"
      onPress={() => dispatch({ kind: 'panel', panel: open ? null : 'look over' })}
      testID="look-over"
    />
  );
}

/** Drawn without a reference: from imagination, a recipe, a perspective. */
export const freePass: Pass = {
  name: 'Page',
  hands: HANDS,
  firstHand: () => 'Draw',
  places: [],
  firstPlace: () => null,
  hint: FREE_HINT,
  panels: [
    { name: 'look over', label: 'Look it over', Panel: LookOverPanel },
    { name: 'recipe', label: 'Recipe', Panel: FreeRecipePanel },
    { name: 'attach', label: 'Attach a picture', Panel: AttachPanel },
    { name: 'about', label: 'About this page', Panel: AboutDrawing },
  ],
  Under: Names,
  Over: MarkedOver,
  MainAct: LookOverAct,
};
