import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { axisOf, paperInk, type Change, type Id } from '@deft/core/page';
import { paperAsStrokes } from '../../data/paper-strokes';
import { Act } from '../../ui/acts';
import { Field } from '../../ui/field';
import { useSay } from '../../ui/notes';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { MOVE_WAYS, type MoveWay } from '../hands/move';
import { readNumber } from '../read-number';
import { roomOf } from '../selection';
import {
  byNumbers,
  copying,
  cuttingPiece,
  flipOver,
  mirroring,
  moving,
  ontoNewSheet,
  picked,
  removing,
} from '../selection-acts';
import { useShell } from '../shell/shell-context';
import type { Shape } from './icons';
import { FillAct } from './mass-row';
import { LightsAct } from './lights-act';
import { TrayAct } from './tray-act';

const WAY_SHAPES: Readonly<Record<MoveWay, Shape>> = { move: 'move', distort: 'distort', bend: 'bend' };

const addedBy = (change: Change): ReadonlySet<Id> =>
  new Set((change.add ?? []).filter((thing) => 'sheet' in thing).map(({ id }) => id));

/** What is picked after an act: the same, what it made, or nothing. */
type Then = 'keep' | 'pick what is made' | 'drop';

/** What can be done with what is picked; before anything is, how to pick. */
export function MoveActs() {
  const { keeper, surface, state, pass } = useShell();
  const say = useSay();
  const room = surface && roomOf(surface.painter.scene, state.picks);
  if (!surface) return null;
  if (state.picks.size === 0 || !room)
    return (
      <View style={styles.hint}>
        <Text size={13} soft style={styles.words}>
          Draw round what you want to move, or touch it.
        </Text>
        <InkAct />
        <CutAct />
        <ScopeAct />
        <PieceAct />
      </View>
    );
  const { things } = keeper;
  const { scene } = surface.painter;
  const { picks } = state;
  const axis = axisOf(things);
  return (
    <View style={styles.acts}>
      <Ways />
      <ChangeAct
        label="flip ↔"
        shape="across"
        spoken="flip ↔, left to right"
        change={() => moving(things, picks, flipOver(room, 'left to right'))}
      />
      <ChangeAct
        label="flip ↕"
        shape="down"
        spoken="flip ↕, top to bottom"
        change={() => moving(things, picks, flipOver(room, 'top to bottom'))}
      />
      {axis ? (
        <ChangeAct
          label="mirror over"
          shape="mirror"
          spoken="mirror over the axis"
          change={() => mirroring(things, scene, picks, axis)}
        />
      ) : (
        <TrayAct label="mirror over" shape="mirror" onPress={() => say({ text: NO_AXIS })} />
      )}
      <ChangeAct
        label="copy"
        shape="copy"
        change={() => copying(things, scene, picks)}
        then="pick what is made"
      />
      <NumbersAct />
      <NewSheetActs />
      <CutAct />
      {pass.hands.includes('Masses') ? <FillAct of={picked(things, picks)} /> : null}
      <ChangeAct label="remove" shape="remove" change={() => removing(picks)} then="drop" />
      <ScopeAct />
      {pass.hands.includes('Draw') ? <LightsAct /> : null}
      <PieceAct />
    </View>
  );
}

const NO_AXIS =
  'Lay a symmetry axis first: it is among the guides. Then this lies on its other side as well.';

/** What was lifted from paper becomes strokes, which are picked, cut and mirrored like any. */
function InkAct() {
  const { keeper, things } = useShell();
  const say = useSay();
  const [working, setWorking] = useState(false);
  if (paperInk(things).length === 0) return null;
  const make = async (): Promise<void> => {
    setWorking(true);
    const change = await paperAsStrokes(keeper.things).catch(() => null);
    setWorking(false);
    if (!change) return say({ text: NOT_AS_STROKES });
    // Somebody else may have made it strokes meanwhile.
    await keeper.commit((now) => (paperInk(now).length > 0 ? change : null));
    return say({ text: AS_STROKES, undo: () => void keeper.undo() });
  };
  return (
    <TrayAct
      label={working ? 'one moment …' : 'paper ink as strokes'}
      shape="pencil"
      disabled={working}
      onPress={() => void make()}
      testID="ink-as-strokes"
    />
  );
}
const AS_STROKES = 'The ink from the paper is strokes now: they are picked, cut and mirrored like any.';
const NOT_AS_STROKES = 'The ink from the paper could not be made strokes. It is untouched.';

interface ChangeActProps {
  readonly label: string;
  readonly shape: Shape;
  readonly spoken?: string;
  readonly change: () => Change;
  readonly then?: Then;
}

/** Changes what is picked, and picks what is to be picked afterwards. */
function ChangeAct({ label, shape, spoken, change, then = 'keep' }: ChangeActProps) {
  const { keeper, dispatch } = useShell();
  const act = (): void => {
    void keeper.commit(change).then((made) => {
      if (then === 'drop') dispatch({ kind: 'pick', ids: new Set() });
      if (then === 'pick what is made' && made) dispatch({ kind: 'pick', ids: addedBy(made) });
    });
  };
  return <TrayAct label={label} shape={shape} {...(spoken ? { spoken } : {})} onPress={act} />;
}

/** Whether a drag moves, distorts by four corners or bends. */
function Ways() {
  const palette = usePalette();
  const { state, dispatch } = useShell();
  return (
    <>
      {MOVE_WAYS.map((way) => (
        <TrayAct
          key={way}
          label={way}
          shape={WAY_SHAPES[way]}
          on={way === state.way}
          onPress={() => dispatch({ kind: 'way', way })}
        />
      ))}
      <View style={[styles.rule, { backgroundColor: palette.rule }]} />
    </>
  );
}

function NumbersAct() {
  const { dispatch } = useShell();
  return (
    <TrayAct label="numbers" shape="numbers" onPress={() => dispatch({ kind: 'upper', upper: 'numbers' })} />
  );
}

/** Cuts or copies what is picked to a sheet of its own, on pages whose sheets one chooses among. */
function NewSheetActs() {
  const { keeper, surface, state, dispatch, pass } = useShell();
  if (!surface || !pass.hands.includes('Draw')) return null;
  const onto = (how: 'cut' | 'copy') => (): Change => {
    const { change, sheet } = ontoNewSheet(keeper.things, surface.painter.scene, state.picks, how);
    dispatch({ kind: 'sheet', sheet });
    return change;
  };
  return (
    <>
      <ChangeAct label="cut to new sheet" shape="newSheet" change={onto('cut')} />
      <ChangeAct label="copy to new sheet" shape="newSheet" change={onto('copy')} then="pick what is made" />
    </>
  );
}

/** Cuts the piece within the loop out of the picture that lies under it. */
function CutAct() {
  const { keeper, surface, state, dispatch } = useShell();
  const piece = surface && state.loop ? cuttingPiece(keeper.things, surface.painter.scene, state.loop) : null;
  if (!piece) return null;
  return (
    <TrayAct
      label="cut from picture"
      spoken="cut from picture: this piece"
      shape="cut"
      onPress={() =>
        void keeper.commit(piece.change).then(() => dispatch({ kind: 'pick', ids: new Set([piece.piece]) }))
      }
    />
  );
}

/** Whether things are picked from the current sheet alone. */
function ScopeAct() {
  const { state, dispatch, current, pass } = useShell();
  if (!pass.hands.includes('Draw')) return null;
  const { oneSheet } = state;
  return (
    <TrayAct
      label={oneSheet ? `only ${current?.name ?? ''}` : 'all sheets'}
      spoken={oneSheet ? `only ${current?.name ?? ''}: picks from it alone` : 'all sheets: picks from all'}
      shape="one"
      on={oneSheet}
      onPress={() => dispatch({ kind: 'one sheet', one: !oneSheet })}
    />
  );
}

/** Cuts a piece out of the reference beside the page. */
function PieceAct() {
  const { state, dispatch, reference } = useShell();
  if (!reference || state.place === 'Behind' || state.place === null) return null;
  const cutting = state.taking === 'piece';
  return (
    <TrayAct
      label="piece of the reference"
      shape="piece"
      on={cutting}
      onPress={() => dispatch({ kind: 'take', taking: cutting ? null : 'piece' })}
    />
  );
}

const FIELDS = [
  ['x', 'Right, mm', '0'],
  ['y', 'Down, mm', '0'],
  ['scale', 'Size, %', '100'],
  ['turn', 'Turn left, °', '0'],
] as const;

/** Moves, sizes and turns what is picked by typed numbers. */
export function Numbers() {
  const { keeper, surface, state, dispatch } = useShell();
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>(
    Object.fromEntries(FIELDS.map(([key, , first]) => [key, first])),
  );
  const [sentence, setSentence] = useState<string | null>(null);
  const done = (): void => dispatch({ kind: 'upper', upper: null });
  const apply = (): void => {
    const [x = NaN, y = NaN, scale = NaN, turn = NaN] = FIELDS.map(([key]) => readNumber(typed[key] ?? ''));
    if (![x, y, scale, turn].every(Number.isFinite)) return setSentence('One of these is not a number.');
    if (scale < 1 || scale > 2000 || Math.abs(x) > 2000 || Math.abs(y) > 2000)
      return setSentence('Size from 1 to 2000 %, at most 2000 mm aside.');
    const room = surface && roomOf(surface.painter.scene, state.picks);
    if (room)
      void keeper.commit((things) =>
        moving(things, state.picks, byNumbers(room, { x, y, scale: scale / 100, turn })),
      );
    return done();
  };
  return (
    <View style={styles.numbers}>
      {FIELDS.map(([key, label]) => (
        <Field
          key={key}
          label={label}
          value={typed[key] ?? ''}
          inputMode="decimal"
          onChangeText={(text) => setTyped({ ...typed, [key]: text })}
          onSubmitEditing={apply}
          style={styles.number}
        />
      ))}
      <Act label="Apply" onPress={apply} />
      <Act label="Leave" onPress={done} />
      {sentence ? (
        <Text size={13} live>
          {sentence}
        </Text>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  hint: { flexDirection: 'row', alignItems: 'center', flex: 1 },
  words: { flexShrink: 1, paddingHorizontal: 8, minWidth: 150 },
  acts: { flexDirection: 'row', alignItems: 'center' },
  rule: { width: 1, height: 34, marginHorizontal: 4 },
  numbers: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 6, padding: 8, flex: 1 },
  number: { width: 84 },
});
