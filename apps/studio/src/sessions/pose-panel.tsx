import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { newBlock } from '@deft/core/session';
import type { OrderOfWork } from '@deft/core/strokes';
import { factsOf, type Pose, type Session } from '@deft/contract';
import { useChangePoseMutation } from './api';
import { useStart } from '../data/use-start';
import { useRemoving } from '../practice/use-removing';
import { Act, MainAct } from '../ui/acts';
import { Field } from '../ui/field';
import { Panel } from '../ui/panel';
import { Text } from '../ui/text';
import { StarAct } from './pose-card';
import { Replay } from './replay';

/** How many drawings of one picture lie beside each other. */
const VARIANTS = 4;

interface PosePanelProps {
  readonly session: Session;
  readonly pose: Pose;
  /** In which order it was drawn; null where that is not known, or not to be said. */
  readonly order: OrderOfWork | null;
  readonly onClose: () => void;
}

/** One pose of a session that is over: its strokes as they came, what one noted, and where it leads. */
export function PosePanel({ session, pose, order, onClose }: PosePanelProps) {
  const [notePose] = useChangePoseMutation();
  const { study, start, busy } = useStart();
  const remove = useRemoving();
  const [note, setNote] = useState(pose.note);
  const { reference, step, flipped } = pose;
  const keep = (): void => {
    if (note !== pose.note) void notePose({ session: session.id, pose: pose.id, patch: { note } });
  };
  const variants = (): void =>
    void start({
      set: session.set.id,
      plan: {
        title: `${reference.title}, ${VARIANTS} ways`.slice(0, 80),
        blocks: [newBlock(VARIANTS, step.seconds, { ground: 'on a grid' })],
      },
      pictures: [{ id: reference.id, revision: reference.revision, flipped }],
    });
  return (
    <Panel
      title={reference.title}
      onClose={() => {
        keep();
        onClose();
      }}
    >
      <Replay page={pose.page} region={pose.region} title={reference.title} order={order} />
      <Text size={13} soft>
        {factsOf(pose).join(', ')}
      </Text>
      <Field label="Note" value={note} onChangeText={setNote} onBlur={keep} multiline maxLength={2000} />
      <View style={styles.row}>
        <MainAct
          label="Study this pose"
          disabled={busy}
          onPress={() => void study({ attempt: pose.attempt })}
          testID="study-open-pose"
          style={styles.main}
        />
        <Act
          label="Check it"
          disabled={busy}
          onPress={() => void study({ attempt: pose.attempt }, 'check')}
          testID="check-open-pose"
          style={styles.tall}
        />
      </View>
      <View style={styles.row}>
        <StarAct session={session} pose={pose} />
        <Act
          label="Remove this drawing"
          testID="remove"
          onPress={() =>
            void remove('attempt', [pose.attempt], reference.title).then((done) => done && onClose())
          }
        />
        <Act label={`Draw it ${VARIANTS} ways`} disabled={busy} onPress={variants} />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  main: { flex: 1 },
  tall: { minHeight: 52 },
});
