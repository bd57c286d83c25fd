import { useState } from 'react';
import { View } from 'react-native';
import { addressOf, API, type ReferenceSet } from '@deft/contract';
import { useRestoreSetMutation, useChangeSetMutation, useRemoveSetMutation } from './api';
import { newId } from '../data/new-id';
import { saveFile } from '../data/save-file';
import { Act } from '../ui/acts';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Acts, Panel } from '../ui/panel';
import { Text } from '../ui/text';

interface SetPanelProps {
  readonly set: ReferenceSet;
  readonly onClose: () => void;
  readonly onGone: () => void;
}

/** What is known of a set: its name, its note, what defines its subject; and the ways it goes out. */
export function SetPanel({ set, onClose, onGone }: SetPanelProps) {
  const say = useSay();
  const [change] = useChangeSetMutation();
  const [remove] = useRemoveSetMutation();
  const [bringBack] = useRestoreSetMutation();
  const [title, setTitle] = useState(set.title);
  const [note, setNote] = useState(set.note);
  const [trait, setTrait] = useState('');
  const put = (patch: Parameters<typeof change>[0]['patch']): void => void change({ id: set.id, patch });
  const addTrait = (): void => {
    const text = trait.trim();
    if (text === '') return;
    put({ traits: [...set.traits, { id: newId(), text }] });
    setTrait('');
  };
  const removeSet = async (): Promise<void> => {
    await remove(set.id);
    onGone();
    say({
      text: `“${set.title}” is removed. Its pictures stay in the library.`,
      undo: () => void bringBack(set.id),
    });
  };
  return (
    <Panel title="About this set" onClose={onClose}>
      <Field
        label="Name of the set"
        value={title}
        onChangeText={setTitle}
        maxLength={200}
        onBlur={() => title.trim() && title.trim() !== set.title && put({ title: title.trim() })}
      />
      <Field
        label="Note"
        value={note}
        onChangeText={setNote}
        maxLength={5000}
        multiline
        onBlur={() => note.trim() !== set.note && put({ note: note.trim() })}
      />
      <Text size={13} kind="strong" soft style={{ marginTop: 8 }}>
        What defines the subject
      </Text>
      <Text size={13} soft>
        Shown at every study of it, to be ticked where you found it.
      </Text>
      {set.traits.map(({ id, text }) => (
        <View
          key={id}
          style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: 8 }}
        >
          <Text style={{ flexShrink: 1 }}>{text}</Text>
          <Act
            small

            label="Remove"
            spoken={`Remove: ${text}`}
            onPress={() => {
              put({ traits: set.traits.filter((t) => t.id !== id) });
              say({ text: `“${text}” is removed.`, undo: () => put({ traits: set.traits }) });
            }}
          />
        </View>
      ))}
      <Field
        label="A further trait"
        value={trait}
        onChangeText={setTrait}
        maxLength={500}
        onSubmitEditing={addTrait}
        onBlur={addTrait}
      />
      <Acts about="The whole set">
        <Act
          label="Save as a zip"
          onPress={() =>
            void saveFile(addressOf(API.sets.zip, { id: set.id }), `${set.title}.zip`).catch((error: Error) =>
              say({ text: error.message }),
            )
          }
        />
        <Act label="Remove the set" onPress={() => void removeSet()} />
      </Acts>
      <Text size={13} soft>
        The zip holds every original as it came, with credits, tags, landmarks and the order; it can be
        brought in on any desk.
      </Text>
    </Panel>
  );
}
