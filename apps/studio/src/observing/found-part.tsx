import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { MarkChange, Reference } from '@deft/contract';
import { transformPoint, invert, type Point } from '@deft/core/geometry';
import type { PersonRegion } from '@deft/core/person';
import { preparedFrame } from '@deft/core/reference';
import { useChangeReferenceMutation } from '../data/references-api';
import { seePeople } from '../data/see-people';
import { Act } from '../ui/acts';
import { useSay } from '../ui/notes';
import { Text } from '../ui/text';
import { Working } from '../ui/working';
import { useChangeMarksMutation } from '../data/marks-api';
import {
  acceptedMarks,
  foundMarks,
  personMarks,
  refusedMarks,
  swappedMarks,
  undoneMarks,
} from './person-marks';
import { comingWords, FROM_BEHIND, NOT_FETCHED, SEES_NOBODY, SEVERAL } from './words';

/** Where looking for a person in a picture stands. */
type Stage =
  | { readonly at: 'rest'; readonly said: string | null }
  | { readonly at: 'looking'; readonly coming: number | null }
  | { readonly at: 'several'; readonly people: readonly PersonRegion[] };

export interface Finding {
  readonly stage: Stage;
  readonly look: (touched: Point | null) => void;
  readonly stop: () => void;
}

/** Looks for a person in a picture and lays what is found on it. Touches are pixels as it is seen. */
export function useFinding(reference: Reference): Finding {
  const say = useSay();
  const [changeMarks] = useChangeMarksMutation();
  const [change] = useChangeReferenceMutation();
  const [stage, setStage] = useState<Stage>({ at: 'rest', said: null });
  const asked = useRef(0);
  const look = async (touched: Point | null): Promise<void> => {
    const turn = ++asked.current;
    const still = (): boolean => asked.current === turn;
    setStage({ at: 'looking', coming: null });
    const { toPrepared } = preparedFrame(reference.original, reference.preparation);
    try {
      const { person, several, people } = await seePeople(
        reference,
        touched && transformPoint(invert(toPrepared), touched),
        (share) => still() && setStage({ at: 'looking', coming: share < 1 ? share : null }),
      );
      if (!still()) return;
      if (!person) {
        setStage(several ? { at: 'several', people } : { at: 'rest', said: SEES_NOBODY });
        return;
      }
      const marks = personMarks(reference, person);
      await changeMarks({ reference: reference.id, change: marks }).unwrap();
      if (reference.subject === 'thing')
        await change({ id: reference.id, patch: { subject: 'figure' } }).unwrap();
      if (still()) setStage({ at: 'rest', said: person.sidesUnsure ? FROM_BEHIND : null });
    } catch {
      if (!still()) return;
      setStage({ at: 'rest', said: null });
      say({ text: NOT_FETCHED });
    }
  };
  return {
    stage,
    look: (touched) => void look(touched),
    stop: () => {
      asked.current += 1;
      setStage({ at: 'rest', said: null });
    },
  };
}

/**
 * Landmarks that the desk finds in a picture: asked for with one touch, hollow until they are said to be
 * right, and taken back as easily.
 */
export function FoundPart({
  reference,
  finding,
}: {
  readonly reference: Reference;
  readonly finding: Finding;
}) {
  const say = useSay();
  const [changeMarks] = useChangeMarksMutation();
  const { stage, look, stop } = finding;
  const found = foundMarks(reference);
  const answer = (change: MarkChange, text: string): void => {
    void changeMarks({ reference: reference.id, change });
    const undo = undoneMarks(reference, change);
    say({ text, undo: () => void changeMarks({ reference: reference.id, change: undo }) });
  };
  if (stage.at === 'looking')
    return (
      <View style={styles.line}>
        <Working
          what={stage.coming === null ? 'Looking for a person …' : comingWords(stage.coming)}
          share={stage.coming}
        />
        <Act small label="Stop" onPress={stop} />
      </View>
    );
  if (stage.at === 'several')
    return (
      <View style={styles.line}>
        <Text kind="strong" live style={styles.said}>
          {SEVERAL}
        </Text>
        <Act small label="Never mind" onPress={stop} />
      </View>
    );
  return (
    <View style={styles.part}>
      {stage.said ? <Text live>{stage.said}</Text> : null}
      {found.length > 0 ? (
        <>
          <Text live testID="found">{`The ${found.length} hollow ones are where the desk sees them.`}</Text>
          <View style={styles.acts}>
            <Act
              label="These are right"
              onPress={() => answer(acceptedMarks(reference), 'They are taken as they are.')}
            />
            <Act
              label="Swap left and right"
              onPress={() => answer(swappedMarks(reference), 'Left and right are swapped.')}
            />
            <Act
              label="Remove them"
              onPress={() => answer(refusedMarks(reference), 'What the desk found is removed.')}
            />
          </View>
        </>
      ) : (
        <View style={styles.part}>
          <Act
            label="Find them in the picture"
            onPress={() => look(null)}
            testID="find-person"
            style={styles.start}
          />
          <Text size={13} soft>
            A person is read here, on this device; nothing leaves it.
          </Text>
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  part: { gap: 4 },
  line: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: 8 },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  start: { alignSelf: 'flex-start' },
  said: { flexShrink: 1 },
});
