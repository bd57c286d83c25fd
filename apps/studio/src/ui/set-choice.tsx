import { StyleSheet } from 'react-native';
import type { ReferenceSet } from '@deft/contract';
import { Choice, Option } from './choice';

/** Of which set something is shown. */
export function SetChoice({
  sets,
  current,
  onChoose,
}: {
  readonly sets: readonly ReferenceSet[];
  readonly current: string | undefined;
  readonly onChoose: (set: string | undefined) => void;
}) {
  return (
    <Choice label="Set" inOneRow style={styles.sets}>
      <Option label="All" on={current === undefined} onPress={() => onChoose(undefined)} />
      {sets.map(({ id, title }) => (
        <Option key={id} label={title} on={current === id} onPress={() => onChoose(id)} />
      ))}
    </Choice>
  );
}

const styles = StyleSheet.create({ sets: { marginVertical: -8 } });
