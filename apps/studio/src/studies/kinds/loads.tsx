import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Reference } from '@deft/contract';
import { seenLoads, type LoadMark } from '@deft/core/reference';
import { otherSide } from '@deft/core/subjects';
import { useChangeMarksMutation } from '../../data/marks-api';
import { newId } from '../../data/new-id';
import { Act } from '../../ui/acts';
import { Choice, Option } from '../../ui/choice';
import { useSay } from '../../ui/notes';
import { Text } from '../../ui/text';
import { LOADS_NOTE, NOT_MEANT } from '../words';

/** Where a figure may carry something. */
const PLACES = [
  { on: 'left wrist', label: 'In the left hand' },
  { on: 'right wrist', label: 'In the right hand' },
  { on: 'pit of the neck', label: 'On the shoulders' },
] as const;
/** What it may weigh, beside the body's own weight. */
const WEIGHTS = [
  { share: 0, label: 'nothing' },
  { share: 0.05, label: 'light' },
  { share: 0.2, label: 'heavy' },
  { share: 0.5, label: 'half a body' },
] as const;

/** What the figure in the picture carries, so that its weight is told with it: kept with the picture. */
export function Loads({ reference }: { readonly reference: Reference }) {
  const say = useSay();
  const [changeMarks] = useChangeMarksMutation();
  const loads = seenLoads(reference.marks, reference.preparation);
  const [open, setOpen] = useState(loads.length > 0);
  const { flip } = reference.preparation;
  const put = (on: string, share: number): void => {
    const before = loads.find((load) => load.on === on);
    const mark: LoadMark = {
      kind: 'load',
      id: before?.id ?? newId(),
      // Marks lie on the original.
      on: flip ? otherSide(on) : on,
      share,
    };
    changeMarks({
      reference: reference.id,
      change: share > 0 ? { put: [mark], remove: [] } : { put: [], remove: before ? [before.id] : [] },
    })
      .unwrap()
      .catch(() => say({ text: NOT_MEANT }));
  };
  if (!open)
    return <Act small label="It carries something" onPress={() => setOpen(true)} testID="loads-open" />;
  return (
    <View style={styles.loads} testID="loads">
      {PLACES.map(({ on, label }) => {
        const own = loads.find((load) => load.on === on)?.share ?? 0;
        return (
          <Choice key={on} label={label} shown inOneRow>
            {WEIGHTS.map(({ share, label: weight }) => (
              <Option key={weight} small label={weight} on={own === share} onPress={() => put(on, share)} />
            ))}
          </Choice>
        );
      })}
      <Text size={13} soft>
        {LOADS_NOTE}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({ loads: { gap: 6 } });
