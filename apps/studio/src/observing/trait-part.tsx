import { useLayoutEffect, useState } from 'react';
import { View } from 'react-native';
import type { Id } from '@deft/core/page';
import { usePutMarkMutation, useRemoveMarkMutation } from '../data/marks-api';
import { newId } from '../data/new-id';
import { Act } from '../ui/acts';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { useLatest } from '../ui/use-latest';
import { Text } from '../ui/text';
import { frameOf } from './frame';
import type { PartProps } from './observing-part';

/** What the student noticed, in words, each tied to a spot when wanted. */
export function TraitPart({ reference, onStage }: PartProps) {
  const say = useSay();
  const [put] = usePutMarkMutation();
  const [remove] = useRemoveMarkMutation();
  const [text, setText] = useState('');
  const [tying, setTying] = useState<Id | null>(null);
  const traits = reference.marks.filter((m) => m.kind === 'trait');
  const tied = useLatest((way: readonly { x: number; y: number }[]) => {
    const trait = traits.find((t) => t.id === tying);
    const at = way.at(-1);
    if (trait && at)
      void put({ reference: reference.id, mark: { ...trait, at: frameOf(reference).kept(at) } });
    setTying(null);
  });
  useLayoutEffect(() => {
    onStage({
      hand: tying ? { end: (way) => tied.current(way) } : null,
      shown: { traits: true, trait: tying },
    });
  }, [onStage, tying, tied]);
  const add = (): void => {
    if (text.trim() === '') return;
    void put({ reference: reference.id, mark: { kind: 'trait', id: newId(), text: text.trim(), at: null } });
    setText('');
  };
  return (
    <>
      <Text size={13} soft>
        What is characteristic here? Write it before you draw.
      </Text>
      <View style={{ flexDirection: 'row', gap: 8, alignItems: 'center' }}>
        <View style={{ flex: 1 }}>
          <Field
            label="I notice"
            value={text}
            onChangeText={setText}
            maxLength={1000}
            onSubmitEditing={add}
            testID="notice"
          />
        </View>
        <Act label="Add" disabled={text.trim() === ''} onPress={add} />
      </View>
      {tying ? (
        <Text kind="strong" live>
          Touch the spot on the picture.
        </Text>
      ) : null}
      {traits.map((trait, i) => (
        <View key={trait.id} style={{ gap: 0 }}>
          <Text>{`${i + 1}. ${trait.text}`}</Text>
          <View style={{ flexDirection: 'row' }}>
            <Act
              small

              label={trait.at ? 'Tie to another spot' : 'Tie to a spot'}
              spoken={`Tie to a spot: ${trait.text}`}
              onPress={() => setTying(trait.id)}
            />
            {trait.at ? (
              <Act
                small

                label="Untie"
                onPress={() => void put({ reference: reference.id, mark: { ...trait, at: null } })}
              />
            ) : null}
            <Act
              small

              label="Remove"
              spoken={`Remove: ${trait.text}`}
              onPress={() => {
                void remove({ reference: reference.id, mark: trait.id });
                say({
                  text: 'The note is removed.',
                  undo: () => void put({ reference: reference.id, mark: trait }),
                });
              }}
            />
          </View>
        </View>
      ))}
    </>
  );
}
