import { useLayoutEffect, useState } from 'react';
import { View } from 'react-native';
import type { Point } from '@deft/core/geometry';
import { otherSide, SUBJECTS, SUBJECT_KEYS } from '@deft/core/subjects';
import { useChangeReferenceMutation } from '../data/references-api';
import { usePutMarkMutation, useRemoveMarkMutation } from '../data/marks-api';
import { knownLandmarks } from '../data/known-landmarks';
import { newId } from '../data/new-id';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Switch } from '../ui/switch';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { useLatest } from '../ui/use-latest';
import { Text } from '../ui/text';
import { frameOf } from './frame';
import { FoundPart, useFinding } from './found-part';
import { foundMarks } from './person-marks';
import type { PartProps } from './observing-part';

/** How near a landmark a contact must begin to take hold of it, as a share of the picture's longer side. */
const GRIP = 0.022;

/**
 * Landmarks by a quick run: one name after the other, each answered by a touch. Left and right are
 * the sitter's; on a picture that was turned over the names are swapped on the way in and out.
 */
export function LandmarkPart({ reference, onStage }: PartProps) {
  const say = useSay();
  const [put] = usePutMarkMutation();
  const [remove] = useRemoveMarkMutation();
  const [change] = useChangeReferenceMutation();
  const [skipped, setSkipped] = useState<readonly string[]>([]);
  const [asked, setAsked] = useState<string | null>(null);
  const [running, setRunning] = useState(false);
  const [covered, setCovered] = useState(false);
  const [own, setOwn] = useState('');
  const finding = useFinding(reference);
  const subject = SUBJECTS[reference.subject];
  const known = knownLandmarks(reference);
  const names = [...new Set([...subject.essential, ...subject.landmarks])];
  const left = names.filter((name) => !known.some((l) => l.name === name) && !skipped.includes(name));
  const name = asked ?? (running ? (left[0] ?? null) : null);
  const { flip } = reference.preparation;
  const keptName = (seen: string): string => (flip ? otherSide(seen) : seen);
  const mine = reference.marks.filter((m) => m.kind === 'landmark');
  const place = async (of: string, at: Point, hidden: boolean): Promise<void> => {
    const kept = keptName(of);
    const there = mine.find((m) => m.name === kept);
    await put({
      reference: reference.id,
      mark: {
        kind: 'landmark',
        id: there?.id ?? newId(),
        name: kept,
        at: frameOf(reference).kept(at),
        hidden,
      },
    });
  };
  const people = finding.stage.at === 'several' ? finding.stage.people : null;
  const ended = useLatest((way: readonly Point[]) => {
    const [first, last] = [way[0], way.at(-1)];
    if (!first || !last) return;
    if (finding.stage.at === 'several') return finding.look(last);
    if (name) {
      void place(name, last, covered);
      setAsked(null);
      setCovered(false);
      return;
    }
    const grip = GRIP * Math.max(reference.width, reference.height);
    const held = known.find(({ at }) => Math.hypot(at.x - first.x, at.y - first.y) < grip);
    if (held && way.length > 1) void place(held.name, last, held.hidden);
    else setAsked(null);
  });
  useLayoutEffect(() => {
    onStage({
      hand: { end: (way) => ended.current(way) },
      shown: { landmarks: true, landmark: name, people },
    });
  }, [onStage, name, people, ended]);
  const takeAway = (of: string): void => {
    const mark = mine.find((m) => m.name === keptName(of));
    if (!mark) return;
    void remove({ reference: reference.id, mark: mark.id });
    say({ text: `The ${of} is removed.`, undo: () => void put({ reference: reference.id, mark }) });
  };
  const choose = (value: string): void => {
    setAsked(asked === value ? null : value);
    setCovered(known.find((l) => l.name === value)?.hidden ?? false);
  };
  return (
    <>
      <Choice label="It shows a" shown>
        {SUBJECT_KEYS.map((key) => (
          <Option
            key={key}
            small
            label={SUBJECTS[key].title.toLowerCase()}
            on={reference.subject === key}
            onPress={() => void change({ id: reference.id, patch: { subject: key } })}
          />
        ))}
      </Choice>
      {name ? (
        <View style={{ gap: 2 }}>
          <Text size={17} kind="heading" live testID="asks">{`Touch the ${name}`}</Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 6 }}>
            <Switch small label="it is covered" on={covered} onPress={() => setCovered(!covered)} />
            <Act
              small
              label="Not to be seen"
              onPress={() => {
                setSkipped([...skipped, name]);
                setAsked(null);
              }}
            />
            {known.some((l) => l.name === name) ? (
              <Act
                small
                label="Remove"
                onPress={() => {
                  takeAway(name);
                  setAsked(null);
                }}
              />
            ) : null}
            <Act
              small
              label="Enough"
              onPress={() => {
                setRunning(false);
                setAsked(null);
              }}
              testID="run-end"
            />
          </View>
          <Text size={12} soft>
            Left and right are the sitter’s own.
          </Text>
        </View>
      ) : (
        <>
          {left.length > 0 ? (
            <Act
              label={known.length > 0 ? `Go on: ${left.length} left` : 'Set landmarks in a quick run'}
              onPress={() => setRunning(true)}
              testID="run"
              style={{ alignSelf: 'flex-start' }}
            />
          ) : foundMarks(reference).length === 0 ? (
            <Text soft>All of its landmarks are set.</Text>
          ) : null}
          {reference.subject === 'figure' || reference.subject === 'thing' ? (
            <FoundPart reference={reference} finding={finding} />
          ) : null}
          <Text size={13} soft>
            Drag a landmark to correct it, or touch its name.
          </Text>
        </>
      )}
      <Choice label="Landmarks">
        {[...new Set([...names, ...known.map((l) => l.name)])].map((value) => {
          const there = known.find((l) => l.name === value);
          return (
            <Option
              key={value}
              small

              label={there ? (there.hidden ? `${value} (covered)` : value) : `+ ${value}`}
              on={asked === value}
              onPress={() => choose(value)}
            />
          );
        })}
      </Choice>
      <View style={{ flexDirection: 'row', gap: 8, alignItems: 'center' }}>
        <View style={{ flex: 1 }}>
          <Field label="A landmark of your own" value={own} onChangeText={setOwn} maxLength={100} />
        </View>
        <Act
          label="Place it"
          disabled={own.trim() === ''}
          onPress={() => {
            choose(own.trim().toLowerCase());
            setOwn('');
          }}
        />
      </View>
    </>
  );
}
