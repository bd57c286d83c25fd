import { useState } from 'react';
import { View } from 'react-native';
import type { Point } from '@deft/core/geometry';
import { axisOf, type Change, type Id } from '@deft/core/page';
import type { PageKeeper } from '../../data/page-keeper';
import { WordAct } from '../../ui/acts';
import { Field } from '../../ui/field';
import { Words } from '../../ui/words';
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
  removing,
} from '../selection-acts';
import type { Surface } from '../surface';

interface MoveActsProps {
  readonly keeper: PageKeeper;
  readonly surface: Surface | null;
  readonly picks: ReadonlySet<Id>;
  readonly onPick: (ids: ReadonlySet<Id>) => void;
  readonly loop: readonly Point[] | null;
  readonly way: MoveWay;
  readonly onWay: (way: MoveWay) => void;
  /** Where there are sheets to choose from: the current one, and whether things are picked from it alone. */
  readonly sheets?: {
    readonly current: string;
    readonly one: boolean;
    readonly onOne: (one: boolean) => void;
    readonly onSheet: (sheet: Id) => void;
  };
  readonly onNumbers: () => void;
}

const addedBy = (change: Change): ReadonlySet<Id> =>
  new Set((change.add ?? []).filter((thing) => 'sheet' in thing).map(({ id }) => id));

/** What can be done with what is picked; before anything is, how to pick. */
export function MoveActs({
  keeper,
  surface,
  picks,
  onPick,
  loop,
  way,
  onWay,
  sheets,
  onNumbers,
}: MoveActsProps) {
  if (!surface) return null;
  const { things } = keeper;
  const { scene } = surface.painter;
  const only = sheets ? (
    <WordAct
      small
      label={sheets.one ? `only ${sheets.current}` : 'all sheets'}
      spoken={sheets.one ? `Picks from ${sheets.current} only` : 'Picks from all sheets'}
      on={sheets.one}
      onPress={() => sheets.onOne(!sheets.one)}
    />
  ) : null;
  const piece = loop ? cuttingPiece(things, scene, loop) : null;
  const cut = piece ? (
    <WordAct
      small
      label="cut from picture"
      spoken="Cut this piece out of the picture"
      onPress={() => void keeper.commit(piece.change).then(() => onPick(new Set([piece.piece])))}
    />
  ) : null;
  const room = roomOf(scene, picks);
  if (picks.size === 0 || !room) {
    return (
      <View style={{ flexDirection: 'row', alignItems: 'center', flex: 1 }}>
        <Words size={13} soft style={{ flexShrink: 1, paddingHorizontal: 8, minWidth: 150 }}>
          Draw round what you want to move, or touch it.
        </Words>
        {cut}
        {only}
      </View>
    );
  }
  const act = (
    label: string,
    change: () => Change,
    then: 'keep' | 'take what is made' | 'drop' = 'keep',
    spoken?: string,
  ) => (
    <WordAct
      key={label}
      small
      label={label}
      spoken={spoken ?? label}
      onPress={() => {
        const made = change();
        void keeper
          .commit(made)
          .then(() =>
            then === 'drop'
              ? onPick(new Set())
              : then === 'take what is made'
                ? onPick(addedBy(made))
                : undefined,
          );
      }}
    />
  );
  const onto = (how: 'cut' | 'copy') => () => {
    const { change, sheet } = ontoNewSheet(things, scene, picks, how);
    sheets?.onSheet(sheet);
    return change;
  };
  const axis = axisOf(things);
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center' }}>
      {MOVE_WAYS.map((one) => (
        <WordAct key={one} small label={one} on={one === way} onPress={() => onWay(one)} />
      ))}
      <Rule />
      {act(
        'flip ↔',
        () => moving(things, picks, flipOver(room, 'left to right')),
        'keep',
        'Flip left to right',
      )}
      {act(
        'flip ↕',
        () => moving(things, picks, flipOver(room, 'top to bottom')),
        'keep',
        'Flip top to bottom',
      )}
      {axis
        ? act('mirror over', () => mirroring(things, scene, picks, axis), 'keep', 'Mirror over the axis')
        : null}
      {act('copy', () => copying(things, scene, picks), 'take what is made')}
      <WordAct small label="numbers" onPress={onNumbers} />
      {sheets ? act('cut to new sheet', onto('cut')) : null}
      {sheets ? act('copy to new sheet', onto('copy'), 'take what is made') : null}
      {cut}
      {act('take away', () => removing(picks), 'drop')}
      {only}
    </View>
  );
}

const Rule = () => <View style={{ width: 1, height: 26, backgroundColor: '#CFC5B3', marginHorizontal: 4 }} />;

interface NumbersProps {
  readonly keeper: PageKeeper;
  readonly surface: Surface;
  readonly picks: ReadonlySet<Id>;
  readonly onDone: () => void;
}

const FIELDS = [
  ['x', 'Right, mm', '0'],
  ['y', 'Down, mm', '0'],
  ['scale', 'Size, %', '100'],
  ['turn', 'Turn left, °', '0'],
] as const;

/** Moves, sizes and turns what is picked by typed numbers. */
export function Numbers({ keeper, surface, picks, onDone }: NumbersProps) {
  const [typed, setTyped] = useState<Record<string, string>>(
    Object.fromEntries(FIELDS.map(([key, , start]) => [key, start])),
  );
  const [told, setTold] = useState<string | null>(null);
  const apply = (): void => {
    const [x, y, scale, turn] = FIELDS.map(([key]) => readNumber(typed[key] ?? '')) as [
      number,
      number,
      number,
      number,
    ];
    const room = roomOf(surface.painter.scene, picks);
    if (![x, y, scale, turn].every(Number.isFinite)) return setTold('One of these is not a number.');
    if (scale < 1 || scale > 2000 || Math.abs(x) > 2000 || Math.abs(y) > 2000)
      return setTold('Size from 1 to 2000 %, at most 2000 mm aside.');
    if (room)
      void keeper.commit(moving(keeper.things, picks, byNumbers(room, { x, y, scale: scale / 100, turn })));
    return onDone();
  };
  return (
    <View
      style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 6, padding: 8, flex: 1 }}
    >
      {FIELDS.map(([key, label]) => (
        <Field
          key={key}
          label={label}
          value={typed[key] ?? ''}
          inputMode="decimal"
          onChangeText={(text) => setTyped({ ...typed, [key]: text })}
          onSubmitEditing={apply}
          style={{ width: 84 }}
        />
      ))}
      <WordAct label="Apply" on onPress={apply} />
      <WordAct label="Leave" onPress={onDone} />
      {told ? (
        <Words size={13} live>
          {told}
        </Words>
      ) : null}
    </View>
  );
}
