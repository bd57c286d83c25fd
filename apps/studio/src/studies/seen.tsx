import { StyleSheet, View } from 'react-native';
import type { Id, Thing } from '@deft/core/page';
import type { PageKeeper } from '../data/page-keeper';
import { Act } from '../ui/acts';
import { Text } from '../ui/text';
import { answers, openLandmarks, saidAway } from './rings';
import { FROM_YOUR_LINES, LOOKS_ALIKE } from './words';
import type { Answer } from './use-checked';

interface SeenProps {
  readonly keeper: PageKeeper;
  readonly things: ReadonlyMap<Id, Thing>;
  readonly result: Answer;
}

/** What the desk sees in the lines, and the one touch that says that it is right. */
export function Seen({ keeper, things, result: { seen } }: SeenProps) {
  const open = openLandmarks(things, seen);
  if (!seen || open.length === 0) return null;
  const accept = (): void =>
    void keeper.commit(
      answers(
        keeper.things,
        open.map((landmark) => ({ ...landmark, state: 'set' })),
      ),
    );
  return (
    <View style={styles.row} testID="seen">
      <Text size={13} soft style={styles.words}>
        {seen.alike ? `${FROM_YOUR_LINES} ${LOOKS_ALIKE}` : FROM_YOUR_LINES}
      </Text>
      <Act label="These are right" onPress={accept} testID="these-are-right" />
    </View>
  );
}

/** What the student has said is not drawn, or hidden, and the way to take that back. */
export function SaidAway({ keeper, things }: Pick<SeenProps, 'keeper' | 'things'>) {
  const away = saidAway(things);
  if (away.length === 0) return null;
  return (
    <View style={styles.row} testID="said-away">
      <Text size={13} soft style={styles.words}>
        {`You said: ${away.map(({ name, state }) => `${name} ${state}`).join(', ')}.`}
      </Text>
      <Act small label="Take back" onPress={() => void keeper.commit({ remove: away.map(({ id }) => id) })} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  words: { flex: 1 },
});
