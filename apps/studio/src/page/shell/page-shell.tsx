import { useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { takeHand } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { useWide } from '../../ui/use-desk-theme';
import { useKeys } from '../keys';
import { DeskPanel } from '../parts/desk-panel';
import { ChoiceMenu } from '../parts/choice-menu';
import { KeysPanel } from '../parts/keys-panel';
import { LooksPanel } from '../parts/looks-panel';
import { OutPanel } from '../parts/out-panel';
import { PaperPanel } from '../parts/paper-panel';
import { Tray } from '../parts/tray';
import { useHands, type AskWords } from '../parts/use-hands';
import { VersionsCompared, VersionsPanel } from '../parts/versions-panel';
import { BesidePlace } from './reference-place';
import { ShellContext, useShell } from './shell-context';
import { onShellKey } from './shell-keys';
import { ShellPage } from './shell-page';
import { ShellRow, type Asked } from './shell-row';
import { useOpenShell, type ShellOptions } from './use-shell';

interface PageShellProps extends ShellOptions {
  /** The slim line above; it goes where the page alone is to be seen. */
  readonly line?: ReactNode;
}

/**
 * Any page on the screen: slim line, page, tray, the reference's places, panels, second looks, versions,
 * keys.
 */
export function PageShell({ line = null, ...options }: PageShellProps) {
  const { onSurface, ...shell } = useOpenShell(options);
  const send = useDeskDispatch();
  const desk = useDesk('pen', 'pens', 'hand', 'realScale');
  const [asked, setAsked] = useState<Asked | null>(null);
  const ask: AskWords = (before, say) => setAsked({ before, say });
  useHands({ ...shell, sheet: shell.current?.id ?? null, ask });
  const { pass, pageOnly } = shell;
  const isSteered = options.steering?.drawing === false;
  useKeys((act, key) => onShellKey(act, key, shell, desk, send), !pass.bare && !isSteered);
  const { Under } = pass;
  const page = <ShellPage onSurface={onSurface} waiting={options.steering?.waiting ?? false} />;
  if (pass.bare) return <ShellContext.Provider value={shell}>{page}</ShellContext.Provider>;
  return (
    <ShellContext.Provider value={shell}>
      {pageOnly ? null : line}
      <View style={styles.fill}>
        <Desk>{page}</Desk>
        {Under && !pageOnly ? <Under /> : null}
        {pageOnly && !asked ? null : (
          <Tray
            upper={
              <ShellRow
                asked={asked}
                onSay={(text) => {
                  asked?.say(text);
                  setAsked(null);
                }}
              />
            }
          />
        )}
      </View>
    </ShellContext.Provider>
  );
}

/** The page with the reference beside it, and whatever lies over both. */
function Desk({ children }: { readonly children: ReactNode }) {
  const wide = useWide();
  const { leftHanded } = useDesk('leftHanded');
  const { state, pageOnly } = useShell();
  return (
    <View style={[styles.fill, { flexDirection: wide ? (leftHanded ? 'row-reverse' : 'row') : 'column' }]}>
      {state.place === 'Beside' && !pageOnly ? <BesidePlace /> : null}
      <View style={styles.page}>{children}</View>
      <OpenPanel />
      {state.comparing ? <VersionsCompared /> : null}
    </View>
  );
}

const PANELS = {
  paper: PaperPanel,
  versions: VersionsPanel,
  out: OutPanel,
  desk: DeskPanel,
  keys: KeysPanel,
} as const;

/** The panel that is open, the shell's or the pass's own. */
function OpenPanel() {
  const { pass, state, dispatch } = useShell();
  const close = (): void => dispatch({ kind: 'panel', panel: null });
  const back = (): void => dispatch({ kind: 'panel', panel: 'looks' });
  switch (state.panel) {
    case null:
      return null;
    case 'hand':
      return <HandMenu onClose={close} />;
    case 'place':
      return <PlaceMenu onClose={close} />;
    case 'looks':
      return <LooksPanel onClose={close} />;
  }
  const own = pass.panels.find(({ name }) => name === state.panel)?.Panel;
  const Panel = own ?? PANELS[state.panel as keyof typeof PANELS];
  return Panel ? <Panel key={state.panel} onBack={back} onClose={close} /> : null;
}

function HandMenu({ onClose }: { readonly onClose: () => void }) {
  const wide = useWide();
  const send = useDeskDispatch();
  const { hand, leftHanded } = useDesk('hand', 'leftHanded');
  const { pass, dispatch } = useShell();
  return (
    <ChoiceMenu
      label="Hands"
      side={wide || leftHanded ? 'right' : 'left'}
      options={pass.hands.map((value) => ({ value, label: value }))}
      value={hand}
      onChoose={(value) => {
        send(takeHand(value));
        dispatch({ kind: 'hand' });
      }}
      onClose={onClose}
    />
  );
}

function PlaceMenu({ onClose }: { readonly onClose: () => void }) {
  const wide = useWide();
  const { pass, state, dispatch } = useShell();
  if (!state.place) return null;
  return (
    <ChoiceMenu
      label="Place of the reference"
      side={wide ? 'right' : 'left'}
      options={pass.places.map((value) => ({ value, label: value }))}
      value={state.place}
      onChoose={(place) => dispatch({ kind: 'place', place })}
      onClose={onClose}
    />
  );
}

const styles = StyleSheet.create({ fill: { flex: 1 }, page: { flex: 5 } });
