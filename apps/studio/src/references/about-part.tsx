import { useState } from 'react';
import { View } from 'react-native';
import { addressOf, API, VIEWS, type ReferencePatch } from '@deft/contract';
import { useChangeReferenceMutation } from '../data/references-api';
import { useSetsQuery, useAddMembersMutation } from '../data/sets-api';
import { useRemoveMembersMutation, useRestoreMembersMutation } from './api';
import { saveFile } from '../data/save-file';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Switch } from '../ui/switch';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Acts } from '../ui/panel';
import { Text } from '../ui/text';
import type { PartProps } from '../observing/observing-part';
import { VIEW_NAMES } from './words';

/** Where a picture comes from, its tags and sets; everything can be put right. */
export function AboutPart({ reference }: PartProps) {
  const say = useSay();
  const [change] = useChangeReferenceMutation();
  const { data: sets } = useSetsQuery();
  const [addTo] = useAddMembersMutation();
  const [takeOut] = useRemoveMembersMutation();
  const [putBack] = useRestoreMembersMutation();
  const [tag, setTag] = useState('');
  const { id, original } = reference;
  const put = (patch: ReferencePatch): void => void change({ id, patch });
  const addTag = (): void => {
    const text = tag.trim().toLowerCase();
    if (text !== '' && !reference.tags.includes(text)) put({ tags: [...reference.tags, text] });
    setTag('');
  };
  const inOrOut = async (set: { id: string; title: string }): Promise<void> => {
    if (!reference.sets.includes(set.id)) return void addTo({ set: set.id, references: [id] });
    const members = await takeOut({ set: set.id, references: [id] })
      .unwrap()
      .catch(() => null);
    if (members) say({ text: `Out of “${set.title}”.`, undo: () => void putBack({ set: set.id, members }) });
  };
  const hide = (): void => {
    put({ hidden: !reference.hidden });
    if (!reference.hidden)
      say({ text: 'Hidden. Filter the wall by “hidden” to see it.', undo: () => put({ hidden: false }) });
  };
  return (
    <>
      <KeptField label="Title" value={reference.title} onKeep={(title) => title && put({ title })} />
      <KeptField label="By" value={reference.author} onKeep={(author) => put({ author })} />
      <KeptField label="Credit line" value={reference.credit} onKeep={(credit) => put({ credit })} />
      <KeptField label="From" value={reference.source} onKeep={(source) => put({ source })} />
      <KeptField label="Licence" value={reference.licence} onKeep={(licence) => put({ licence })} />
      <KeptField
        label="Year"
        value={reference.year === null ? '' : String(reference.year)}
        onKeep={(text) =>
          text === ''
            ? put({ year: null })
            : /^\d{1,4}$/.test(text) && put({ year: Math.min(3000, Number(text)) })
        }
      />
      <KeptField label="Caption" value={reference.caption} onKeep={(caption) => put({ caption })} />
      <KeptField label="Note" value={reference.note} onKeep={(note) => put({ note })} />
      <Choice label="Seen from" shown>
        {VIEWS.map((view) => (
          <Option
            key={view}
            small
            label={VIEW_NAMES[view]}
            on={reference.view === view}
            onPress={() => put({ view: reference.view === view ? null : view })}
          />
        ))}
      </Choice>
      <Acts about="Tags">
        {reference.tags.map((t) => (
          <Act
            key={t}
            small
            label={`${t} ×`}
            spoken={`${t} ×: remove this tag`}
            onPress={() => {
              put({ tags: reference.tags.filter((other) => other !== t) });
              say({ text: `The tag “${t}” is removed.`, undo: () => put({ tags: reference.tags }) });
            }}
          />
        ))}
        <View style={{ width: 150 }}>
          <Field
            label="A tag"
            value={tag}
            onChangeText={setTag}
            maxLength={60}
            onSubmitEditing={addTag}
            onBlur={addTag}
          />
        </View>
      </Acts>
      <Acts about="In the sets">
        {sets?.map((set) => (
          <Switch
            key={set.id}
            small
            label={set.title}
            on={reference.sets.includes(set.id)}
            onPress={() => void inOrOut(set)}
          />
        ))}
      </Acts>
      <Text
        size={13}
        soft
      >{`${original.width} × ${original.height}, ${Math.max(1, Math.round(original.bytes / 1024))} kB, ${original.mime.split('/')[1]}${reference.taken ? `, taken ${reference.taken}` : ''}${reference.location ? `, at ${reference.location.map((v) => v.toFixed(4)).join(', ')}` : ''}`}</Text>
      <Acts about="The picture">
        <Act
          small
          label="Save the original"
          onPress={() =>
            void saveFile(addressOf(API.references.original, { id }), reference.title).catch((error: Error) =>
              say({ text: error.message }),
            )
          }
        />
        <Act small label={reference.hidden ? 'Show on the wall again' : 'Hide'} onPress={hide} />
      </Acts>
    </>
  );
}

/** A line that is kept when one leaves it. */
function KeptField({
  label,
  value,
  onKeep,
}: {
  readonly label: string;
  readonly value: string;
  readonly onKeep: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  return (
    <Field
      label={label}
      value={text}
      onChangeText={setText}
      maxLength={label === 'Note' || label === 'Caption' ? 2000 : 200}
      onBlur={() => text.trim() !== value && onKeep(text.trim())}
    />
  );
}
