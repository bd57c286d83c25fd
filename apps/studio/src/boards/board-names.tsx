import { useLayoutEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { pictureUnder, thingsOfType, type Id, type Thing } from '@deft/core/page';
import { SUBJECTS } from '@deft/core/subjects';
import { commonSubject } from '../data/common-subject';
import { useDesk } from '../data/store';
import { useBoardTracesQuery } from '../data/traces-api';
import { nextName } from '../page/next-name';
import { NameChips } from '../page/parts/name-chips';
import { useShell } from '../page/shell/shell-context';
import { Text } from '../ui/text';
import { useBoard } from './board-context';

/** On how many of a board's pictures each name lies. */
function countsOf(things: ReadonlyMap<Id, Thing>, kind: 'form' | 'landmark'): Map<string, number> {
  const on = new Map<string, Set<Id>>();
  for (const [id, picture] of pictureUnder(things)) {
    const thing = things.get(id);
    const name = thing?.type === 'form' ? thing.part : thing?.type === 'landmark' ? thing.name : null;
    if (thing?.type === kind && name) on.set(name, (on.get(name) ?? new Set<Id>()).add(picture));
  }
  return new Map([...on].map(([name, pictures]) => [name, pictures.size]));
}

/**
 * Names for what is traced over a board: one name until every picture has it, then the next. So one goes
 * from picture to picture with one part after the other.
 */
export function BoardNames() {
  const { hand } = useDesk('hand');
  return hand === 'Forms' ? <Names /> : null;
}

function Names() {
  const { formsTool } = useDesk('formsTool');
  const { keeper, things, state, dispatch } = useShell();
  const board = useBoard();
  const { currentData: rows = [] } = useBoardTracesQuery(board.id);
  const [choice, setChoice] = useState<string | null | undefined>(undefined);
  const kind = formsTool === 'landmark' ? 'landmark' : 'form';
  // The map stays the same one while what it holds changes.
  const counts = countsOf(things, kind);
  const pictures = thingsOfType(things, 'placement').filter(({ hidden }) => !hidden).length;
  const subject = SUBJECTS[commonSubject(rows)];
  const offered = [...new Set([...(kind === 'form' ? subject.parts : subject.landmarks), ...counts.keys()])];
  const used = new Set([...counts].filter(([, count]) => count >= pictures).map(([name]) => name));
  const isDone = typeof choice === 'string' && used.has(choice);
  const name = choice === undefined || isDone ? nextName(offered, used) : choice;
  useLayoutEffect(() => dispatch({ kind: 'next name', name }), [dispatch, name]);
  const selected = state.selected ? things.get(state.selected) : undefined;
  const form = selected?.type === 'form' && kind === 'form' ? selected : null;
  return (
    <View>
      <Text size={13} soft style={styles.said} live testID="board-step">
        {name === null
          ? 'Without a name'
          : `${name}: on ${counts.get(name) ?? 0} of ${pictures} ${pictures === 1 ? 'picture' : 'pictures'}`}
      </Text>
      <NameChips
        label={kind === 'form' ? 'Name of the part' : 'Name of the landmark'}
        names={offered}
        used={used}
        value={form ? form.part : name}
        onChoose={(to) => {
          if (form) void keeper.commit({ set: [{ id: form.id, to: { part: to } }] });
          else setChoice(to);
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({ said: { paddingHorizontal: 12, paddingTop: 6 } });
