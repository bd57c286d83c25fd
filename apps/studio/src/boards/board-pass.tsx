import { useRouter } from 'expo-router';
import { thingsOfType, type Placement } from '@deft/core/page';
import { hidingPictures, stacking } from '../page/board-acts';
import { TrayAct } from '../page/parts/tray-act';
import type { Pass } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { MainAct } from '../ui/acts';
import { AboutPanel, AddPanel, CropPanel, HiddenPanel } from './board-panels';

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
              label="look at it large"
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

function AddPictures() {
  const { state, dispatch } = useShell();
  const open = state.panel === 'add';
  return (
    <MainAct
      label="Add pictures"
      onPress={() => dispatch({ kind: 'panel', panel: open ? null : 'add' })}
      testID="add-pictures"
    />
  );
}

/** Several pictures on one page: moved, turned, flipped, cropped, hidden, stacked. */
export const boardPass: Pass = {
  name: 'Board',
  hands: ['Move'],
  firstHand: () => 'Move',
  places: [],
  firstPlace: () => null,
  hint: '',
  panels: [
    { name: 'add', label: 'Add pictures', Panel: AddPanel },
    { name: 'hidden', label: 'Hidden pictures', Panel: HiddenPanel },
    { name: 'about', label: 'This board', Panel: AboutPanel },
    { name: 'crop', label: null, Panel: CropPanel },
  ],
  Row: PictureActs,
  MainAct: AddPictures,
};
