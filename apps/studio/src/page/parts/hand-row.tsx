import { Pressable, ScrollView, StyleSheet } from 'react-native';
import { axisOf, type PenKind, type SheetThing } from '@deft/core/page';
import {
  setSymmetry,
  takeForm,
  takeGuide,
  takePen,
  takeWords,
  type FormsTool,
  type WordsTool,
} from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { removable, remove, straightening } from '../shell/shell-acts';
import { picked } from '../selection-acts';
import { useShell, type Shell } from '../shell/shell-context';
import { FORM_WORDS } from '../form-words';
import { GUIDE_WORDS } from '../guide-words';
import type { Offer } from './fan';
import { CoverAct, FormGuesses, JointAct, ReverseAct } from './form-acts';
import { GuideCount, SnapAct } from './guide-acts';
import { LightsAct } from './lights-act';
import { SightActs } from './sight-acts';
import { GUIDE_SHAPES } from './icons';
import { FillAct, MassRow } from './mass-row';
import { MoveActs } from './move-acts';
import { SampleStroke } from './sample-stroke';
import { TrayAct } from './tray-act';

export const PEN_OFFERS: readonly Offer<PenKind>[] = [
  { value: 'pencil', label: 'pencil', shape: 'pencil' },
  { value: 'pen', label: 'pen', shape: 'pen' },
  { value: 'shade', label: 'shade', shape: 'shade' },
  { value: 'rubber', label: 'rubber', shape: 'rubber' },
];
const WORDS: readonly Offer<WordsTool>[] = [
  { value: 'text', label: 'text', shape: 'text' },
  { value: 'arrow', label: 'arrow', shape: 'arrow' },
  { value: 'count', label: 'count', shape: 'count' },
];
const WORDS_NOTES: Readonly<Record<WordsTool, string>> = {
  text: 'Touch the page and write.',
  arrow: 'Drag from where to where.',
  count: 'Each touch ticks one off.',
};

function Offers<T extends string>({
  offers,
  value,
  onTake,
}: {
  readonly offers: readonly Offer<T>[];
  readonly value: T;
  readonly onTake: (value: T) => void;
}) {
  const wide = useWide();
  return offers.map(({ value: own, label, shape }) => (
    <TrayAct
      key={own}
      label={label}
      shape={shape}
      on={own === value}
      onPress={() => onTake(own)}
      style={wide ? styles.wide : null}
    />
  ));
}

/** Pens, how the one in hand draws, and what can be done with the line just drawn. */
function DrawRow() {
  const palette = usePalette();
  const wide = useWide();
  const send = useDeskDispatch();
  const { pen, pens } = useDesk('pen', 'pens');
  const shell = useShell();
  const straight = straightening(shell);
  const { keeper, dispatch } = shell;
  return (
    <>
      <Offers offers={PEN_OFFERS} value={pen} onTake={(value) => send(takePen(value))} />
      <FormGuesses />
      <Pressable
        role="button"
        aria-label={`How the ${pen} draws: size, hardness, strength, pressure, smoothing, colour`}
        testID="line"
        onPress={() => dispatch({ kind: 'upper', upper: 'line' })}
        style={[styles.sample, { borderColor: palette.rule }]}
      >
        <SampleStroke pen={pen} setting={pens[pen]} width={wide ? 150 : 92} height={44} />
      </Pressable>
      {straight ? (
        <TrayAct
          label="straighten"
          shape="straight"
          testID="straighten"
          onPress={() => {
            void keeper.commit(straight);
            dispatch({ kind: 'drawn', strokes: [] });
          }}
        />
      ) : null}
      <FillAct of={lastOf(shell)} />
      <SymmetryAct />
    </>
  );
}

/** The line that was drawn last. */
const lastOf = ({ keeper, state }: Shell): SheetThing[] => picked(keeper.things, new Set(state.lastStrokes));

function FormsRow() {
  const send = useDeskDispatch();
  const { formsTool, formsAtHand } = useDesk('formsTool', 'formsAtHand');
  const shell = useShell();
  const ids = removable(shell, 'Forms');
  const offers: readonly Offer<FormsTool>[] = [...formsAtHand, 'landmark' as const].map((value) => ({
    value,
    label: value === 'landmark' ? value : FORM_WORDS[value],
    shape: value,
  }));
  return (
    <>
      <Offers offers={offers} value={formsTool} onTake={(value) => send(takeForm(value))} />
      <TrayAct
        label="more forms"
        shape="more"
        testID="more-forms"
        onPress={() => shell.dispatch({ kind: 'upper', upper: 'forms' })}
      />
      <JointAct />
      <CoverAct />
      <ReverseAct />
      <SnapAct />
      <LightsAct />
      {ids ? <TrayAct label="remove" shape="remove" onPress={() => remove(shell, ids)} /> : null}
    </>
  );
}

function GuidesRow() {
  const send = useDeskDispatch();
  const { guide, guidesAtHand } = useDesk('guide', 'guidesAtHand');
  const shell = useShell();
  const ids = removable(shell, 'Guides');
  const offers = guidesAtHand.map((value) => ({
    value,
    label: GUIDE_WORDS[value],
    shape: GUIDE_SHAPES[value],
  }));
  return (
    <>
      <SightActs key={shell.state.selected} />
      <GuideCount />
      {ids ? <TrayAct label="remove" shape="remove" onPress={() => remove(shell, ids)} /> : null}
      <Offers
        offers={offers}
        value={guide}
        onTake={(value) => {
          send(takeGuide(value));
          // What was laid before is done with: the next one may begin where it lies.
          shell.dispatch({ kind: 'select', id: null });
        }}
      />
      <TrayAct
        label="more guides"
        shape="more"
        testID="more-guides"
        onPress={() => shell.dispatch({ kind: 'upper', upper: 'guides' })}
      />
      <SnapAct />
      <SymmetryAct />
    </>
  );
}

function WordsRow() {
  const wide = useWide();
  const send = useDeskDispatch();
  const { words } = useDesk('words');
  return (
    <>
      <Offers offers={WORDS} value={words} onTake={(value) => send(takeWords(value))} />
      <Text size={13} soft style={[styles.note, { maxWidth: wide ? 420 : 190 }]}>
        {WORDS_NOTES[words]}
      </Text>
    </>
  );
}

/** Draws both sides at once, on a page with an axis. */
function SymmetryAct() {
  const send = useDeskDispatch();
  const { symmetry } = useDesk('symmetry');
  const { things } = useShell();
  return axisOf(things) ? (
    <TrayAct label="symmetry" shape="symmetry" on={symmetry} onPress={() => send(setSymmetry(!symmetry))} />
  ) : null;
}

const ROWS = {
  Draw: DrawRow,
  Forms: FormsRow,
  Guides: GuidesRow,
  Words: WordsRow,
  Move: MoveActs,
  Masses: MassRow,
} as const;

/** What the current hand offers: the upper row of the tray. */
export function HandRow() {
  const wide = useWide();
  const { hand } = useDesk('hand');
  const { Row: PassRow } = useShell().pass;
  const Row = ROWS[hand];
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      style={{ flexGrow: wide ? 1 : 0 }}
      contentContainerStyle={styles.row}
    >
      {PassRow ? <PassRow /> : null}
      <Row />
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  row: { flexGrow: 1, alignItems: 'center', minHeight: 62, paddingHorizontal: 6 },
  wide: { minWidth: 72 },
  sample: { marginHorizontal: 8, borderWidth: 1, height: 46 },
  note: { paddingHorizontal: 8 },
});
