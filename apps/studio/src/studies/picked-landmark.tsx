import { StyleSheet, View } from 'react-native';
import type { Id, Thing } from '@deft/core/page';
import type { PageKeeper } from '../data/page-keeper';
import { Act } from '../ui/acts';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { answers, landmarkOf } from './rings';
import type { Answer } from './use-checked';

interface PickedLandmarkProps {
  readonly name: string;
  readonly keeper: PageKeeper;
  readonly things: ReadonlyMap<Id, Thing>;
  readonly result: Answer;
  readonly onDone: () => void;
}

/** What can be said of one landmark, beside where it is: that it is not drawn, or hidden. */
export function PickedLandmark({ name, keeper, things, result, onDone }: PickedLandmarkProps) {
  const palette = usePalette();
  const own = landmarkOf(things, name);
  const seen = result.seen?.landmarks.find((landmark) => landmark.name === name);
  const place = own ?? seen;
  if (!place) return null;
  const say = (state: 'not drawn' | 'hidden'): void => {
    const { at, spread } = place;
    void keeper.commit(answers(keeper.things, [{ name, at, spread, state }], things));
    onDone();
  };
  const letDeskSee = (): void => {
    if (own) void keeper.commit({ remove: [own.id] });
    onDone();
  };
  return (
    <View style={[styles.row, { borderColor: palette.rule }]} testID="picked-landmark">
      <Text style={styles.name} lines={1}>
        {name}
      </Text>
      <Act small label="Not drawn" onPress={() => say('not drawn')} />
      <Act small label="Hidden" onPress={() => say('hidden')} />
      {own ? <Act small label="Let the desk see" onPress={letDeskSee} /> : null}
      <Act small label="×" spoken="×: say nothing of it" onPress={onDone} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 6, paddingHorizontal: 10, borderTopWidth: 1 },
  name: { flex: 1 },
});
