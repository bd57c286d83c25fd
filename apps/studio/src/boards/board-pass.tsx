import { useRouter } from 'expo-router';
import { useEffect } from 'react';
import { thingsOfType, withTraced, type Placement } from '@deft/core/page';
import { useDesk } from '../data/store';
import { hidingPictures, stacking } from '../page/board-acts';
import { TrayAct } from '../page/parts/tray-act';
import { sheetFor } from '../page/place-on';
import { newSheet } from '../page/selection-acts';
import type { Pass } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { MainAct } from '../ui/acts';
import { BoardNames } from './board-names';
import { AboutPanel, AddPanel, CropPanel, HiddenPanel } from './board-panels';
import { BoardTraces } from './board-traces';

/** Pictures on the board that are picked. */
export function usePicked(): Placement[] {
  const { things, state } = useShell();
  return thingsOfType(things, 'placement').filter(({ id }) => state.picks.has(id));
}

/** What can be done with picked pictures, before what the hand can do with anything. */
function PictureActs() {
  const router = useRouter();
  const { keeper, state, things, dispatch, surface } = useShell();
  const picked = usePicked();
  const hidden = thingsOfType(things, 'placement').filter((p) => p.hidden).length;
  const [only] = picked.length === 1 ? picked : [];
  const { hand } = useDesk('hand');
  // With forms in hand the tray is theirs.
  if (hand === 'Forms') return null;
  const stack = (to: 'front' | 'back') => (): void =>
    void keeper.commit(stacking(keeper.things, state.picks, to));
  return (
    <>
      {picked.length > 0 ? (
        <>
          <TrayAct label="to the front" shape="front" onPress={stack('front')} />
          <TrayAct label="to the back" shape="back" onPress={stack('back')} />
          {only ? (
            <TrayAct label="crop" shape="crop" onPress={() => dispatch({ kind: 'panel', panel: 'crop' })} />
          ) : null}
          <TrayAct
            label="hide"
            shape="hide"
            onPress={() => {
              void keeper.commit(hidingPictures(state.picks, true));
              dispatch({ kind: 'removed' });
            }}
          />
          {only ? (
            <TrayAct
              label="large"
              spoken="large: look at it large"
              shape="large"
              onPress={() => router.push({ pathname: '/references/[id]', params: { id: only.reference } })}
            />
          ) : null}
        </>
      ) : null}
      {hidden > 0 ? (
        <TrayAct
          label={`hidden: ${hidden}`}
          shape="hide"
          onPress={() => dispatch({ kind: 'panel', panel: 'hidden' })}
        />
      ) : null}
      <TrayAct label="fit" shape="fit" onPress={() => surface?.painter.fit()} />
    </>
  );
}

/** What one does most: with the pictures in hand more of them, with forms the traces kept. */
function BoardAct() {
  const { hand } = useDesk('hand');
  const { state, dispatch } = useShell();
  const panel = hand === 'Forms' ? 'traces' : 'add';
  const open = state.panel === panel;
  return (
    <MainAct
      label={hand === 'Forms' ? 'Keep the traces' : 'Add pictures'}
      onPress={() => dispatch({ kind: 'panel', panel: open ? null : panel })}
      testID={hand === 'Forms' ? 'keep-traces' : 'add-pictures'}
    />
  );
}

/** Several pictures on one page: moved, turned, flipped, cropped, hidden, stacked, and traced as they lie. */
export const boardPass: Pass = {
  name: 'Board',
  hands: ['Move', 'Forms'],
  firstHand: () => 'Move',
  places: [],
  firstPlace: () => null,
  hint: '',
  panels: [
    { name: 'add', label: 'Add pictures', Panel: AddPanel },
    { name: 'traces', label: 'Traces of its pictures', Panel: BoardTraces },
    { name: 'hidden', label: 'Hidden pictures', Panel: HiddenPanel },
    { name: 'about', label: 'This board', Panel: AboutPanel },
    { name: 'crop', label: null, Panel: CropPanel },
  ],
  Row: PictureActs,
  Under: BoardNames,
  Over: FormsSheet,
  MainAct: BoardAct,
  along: withTraced,
};

/** Lays a sheet for forms over the pictures once one takes them up. */
function FormsSheet() {
  const { hand } = useDesk('hand');
  const { keeper, sheets } = useShell();
  const lacks = hand === 'Forms' && sheets.length > 0 && !sheets.some(({ kind }) => kind === 'forms');
  useEffect(() => {
    if (!lacks) return;
    void keeper.commit((things) =>
      sheetFor(things, ['forms']) ? { add: [] } : { add: [newSheet(things, 'forms', 'Forms')] },
    );
  }, [lacks, keeper]);
  return null;
}
