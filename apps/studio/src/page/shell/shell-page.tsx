import { StyleSheet, View } from 'react-native';
import type { PlaceName } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { Act } from '../../ui/acts';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { LiveLights } from '../parts/live-lights';
import { Notice } from '../parts/notice';
import { PageView } from '../parts/page-view';
import { PickColour } from '../parts/pick-colour';
import { CornerView, PeekAct } from '../parts/reference-view';
import { PageLook, SmallPair } from '../parts/second-look';
import { SmallPage } from '../parts/small-page';
import { TrayAct } from '../parts/tray-act';
import { ViewSign } from '../parts/view-sign';
import type { Surface } from '../surface';
import { takeColour } from './shell-acts';
import { useShell } from './shell-context';

interface ShellPageProps {
  readonly onSurface: (surface: Surface) => void;
  /** It lies ready under another page. */
  readonly waiting: boolean;
}

/** The page itself with what lies on the screen over it: the reference, the overall view, signs, hints. */
export function ShellPage({ onSurface, waiting }: ShellPageProps) {
  const { keeper, surface, region, state, dispatch, pass } = useShell();
  const { place, look, obstacle } = state;
  const { Over } = pass;
  const noObstacle = () => dispatch({ kind: 'obstacle', obstacle: null });
  return (
    <PageView
      keeper={keeper}
      region={region}
      waiting={waiting}
      showPicture={place === 'Behind' || place === null}
      onSurface={onSurface}
    >
      <PageLook surface={surface} look={look} />
      {pass.bare ? <SmallLook /> : <Surroundings />}
      {Over && surface ? <Over /> : null}
      {pass.hands.includes('Draw') ? <LiveLights /> : null}
      {obstacle ? (
        <Notice
          obstacle={obstacle}
          onClose={noObstacle}
          // What stands in the way is said until it is gone: a stroke before that would not be taken.
          onGoOn={() => {
            if (obstacle.goOn) void keeper.commit(obstacle.goOn.change).then(noObstacle);
          }}
        />
      ) : null}
    </PageView>
  );
}

/** Drawing and reference as small as stamps, where one looks at them so. */
function SmallLook() {
  const { leftHanded } = useDesk('leftHanded');
  const { surface, state, reference, mirrored } = useShell();
  return surface && reference && state.look.name === 'small' ? (
    <SmallPair surface={surface} reference={reference} mirrored={mirrored} leftHanded={leftHanded} />
  ) : null;
}

/** What lies over the page at its edges: the reference, the overall view, signs, the sheets, a hint. */
function Surroundings() {
  const send = useDeskDispatch();
  const { leftHanded } = useDesk('leftHanded');
  const shell = useShell();
  const { surface, state, reference, mirrored, marks, pass } = shell;
  const { place, look, taking, obstacle } = state;
  const seen = { look, mirrored, marks };
  return (
    <>
      {reference && place === 'Corner' ? (
        <CornerView reference={reference} leftHanded={leftHanded} seen={seen} />
      ) : null}
      {reference && place === 'Away' ? <PeekAct reference={reference} seen={seen} /> : null}
      {surface ? <ViewSign surface={surface} leftHanded={leftHanded} /> : null}
      <SmallLook />
      {surface && state.overall ? <OverallView surface={surface} /> : null}
      <LookSign />
      {pass.hands.includes('Draw') ? <SheetsAct /> : null}
      <TrayBack />
      {obstacle ? null : <FirstHint />}
      {taking === 'colour' && surface ? (
        <PickColour surface={surface} onPick={(hex) => takeColour(shell, send, hex)} />
      ) : null}
    </>
  );
}

/** A piece of paper over the page, at one of its corners. */
function usePlaced() {
  const palette = usePalette();
  const { leftHanded } = useDesk('leftHanded');
  const [near, far] = leftHanded ? (['left', 'right'] as const) : (['right', 'left'] as const);
  const leaf = { backgroundColor: palette.paper, borderColor: palette.rule };
  return (side: 'near' | 'far', at: { readonly top?: number; readonly bottom?: number }) => [
    styles.placed,
    leaf,
    { [side === 'near' ? near : far]: 8 },
    at,
  ];
}

/** The current sheet's name at the page's corner; touched, it spreads the sheets out in the tray. */
function SheetsAct() {
  const placed = usePlaced();
  const { current, state, dispatch, onPageOnly } = useShell();
  const name = current?.name ?? 'no sheet';
  const open = state.upper === 'sheets';
  return (
    <TrayAct
      label={name}
      spoken={`${name}, the current sheet: spread the sheets out`}
      shape="sheets"
      on={open}
      testID="sheets"
      onPress={() => {
        onPageOnly(false);
        dispatch({ kind: 'upper', upper: open ? null : 'sheets' });
      }}
      style={placed('near', { bottom: 8 })}
    />
  );
}

/** Where the page alone is seen: the way back to the tray. */
function TrayBack() {
  const placed = usePlaced();
  const { pageOnly, onPageOnly } = useShell();
  return pageOnly ? (
    <Act
      small
      label="Tray ▴"
      testID="tray-back"
      onPress={() => onPageOnly(false)}
      style={placed('far', { bottom: 8 })}
    />
  ) : null;
}

/** Through which second look one sees, and how to end it. */
function LookSign() {
  const placed = usePlaced();
  const { state, dispatch } = useShell();
  const { look } = state;
  return look.name ? (
    <Act
      small
      label={`${look.name} ×`}
      spoken={`${look.name} ×: see it as it is again`}
      testID="look-sign"
      onPress={() => dispatch({ kind: 'look', look: { ...look, name: null } })}
      style={placed('far', { bottom: 74 })}
    />
  ) : null;
}

/** All of the page, small, under the reference where that lies in the corner. */
function OverallView({ surface }: { readonly surface: Surface }) {
  const placed = usePlaced();
  const wide = useWide();
  const { place } = useShell().state;
  const top = place === 'Corner' ? (wide ? 240 : 170) : 8;
  return (
    <View testID="overall" style={[placed('near', { top }), styles.overall]}>
      <SmallPage surface={surface} height={120} steers label="Overall view: touch to go there" />
    </View>
  );
}

const DRAWN: ReadonlySet<string> = new Set(['form', 'landmark', 'stroke', 'note']);

/** What to do first, until it is begun. */
function FirstHint() {
  const wide = useWide();
  const { keeper, things, state, pass } = useShell();
  const isBegun = pass.isBegun
    ? pass.isBegun(things)
    : [...things.values()].some(({ type }) => DRAWN.has(type));
  if (!keeper.ready || isBegun || pass.hint === '') return null;
  return (
    <View style={[styles.hint, { right: HINT_ENDS[state.place ?? 'Behind'](wide) }]}>
      <Text size={13} soft style={styles.centred}>
        {pass.hint}
      </Text>
    </View>
  );
}

/** Where the hint ends, from the right: beside what the reference leaves there. */
const HINT_ENDS: Readonly<Record<PlaceName, (wide: boolean) => number>> = {
  Behind: () => 12,
  Beside: () => 12,
  Corner: (wide) => (wide ? 230 : 150),
  Away: () => 120,
};

const styles = StyleSheet.create({
  placed: { position: 'absolute', borderWidth: 1 },
  overall: { padding: 4 },
  hint: { position: 'absolute', top: 10, left: 12, pointerEvents: 'none' },
  centred: { textAlign: 'center' },
});
