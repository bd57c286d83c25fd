import { useState } from 'react';
import { View } from 'react-native';
import type { ReferenceSet } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { useAddMembersMutation } from '../data/sets-api';
import { useDeskDispatch } from '../data/store';
import {
  useChangeReferencesMutation,
  useMakeSetMutation,
  useRestoreMembersMutation,
  useRemoveMembersMutation,
} from './api';
import { Act } from '../ui/acts';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Panel } from '../ui/panel';
import { Text } from '../ui/text';
import './reading-listener';
import { readPictures } from './reading-slice';
import { countOf } from './words';

type Asking = 'set' | 'tag' | null;

interface ManyActsProps {
  readonly chosen: ReadonlySet<Id>;
  readonly set: ReferenceSet | null;
  readonly sets: readonly ReferenceSet[];
  /** Whether those shown are the hidden ones. */
  readonly hidden: boolean;
  readonly onAll: () => void;
  readonly onDone: () => void;
  readonly onBoard: (references: readonly Id[]) => void;
}

/** What can be done with several pictures at once. */
export function ManyActs({ chosen, set, sets, hidden, onAll, onDone, onBoard }: ManyActsProps) {
  const say = useSay();
  const dispatch = useDeskDispatch();
  const [asking, setAsking] = useState<Asking>(null);
  const [text, setText] = useState('');
  const [change] = useChangeReferencesMutation();
  const [addTo] = useAddMembersMutation();
  const [takeOut] = useRemoveMembersMutation();
  const [putBack] = useRestoreMembersMutation();
  const [makeSet] = useMakeSetMutation();
  const references = [...chosen];
  const none = references.length === 0;
  const pictures = countOf(references.length, 'picture');
  const hide = async (): Promise<void> => {
    await change({ references, hidden: !hidden });
    say({
      text: hidden ? `${pictures} back on the wall.` : `${pictures} hidden. Filter by “hidden” to see them.`,
      undo: () => void change({ references, hidden }),
    });
    onDone();
  };
  const out = async (): Promise<void> => {
    if (!set) return;
    const members = await takeOut({ set: set.id, references })
      .unwrap()
      .catch(() => null);
    if (members)
      say({ text: `${pictures} out of “${set.title}”.`, undo: () => void putBack({ set: set.id, members }) });
    onDone();
  };
  const into = async (target: ReferenceSet): Promise<void> => {
    await addTo({ set: target.id, references });
    say({ text: `${pictures} in “${target.title}”.` });
    setAsking(null);
    onDone();
  };
  const named = async (): Promise<void> => {
    const title = text.trim();
    if (title === '') return;
    setText('');
    setAsking(null);
    if (asking === 'tag') {
      await change({ references, tag: title });
      say({ text: `${pictures} tagged “${title}”.`, undo: () => void change({ references, untag: title }) });
    } else {
      await makeSet({ title, references });
      say({ text: `The set “${title}” is made, with ${pictures}.` });
    }
    onDone();
  };
  return (
    <View style={{ flex: 1, gap: 4 }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
        <Text kind="strong">{none ? 'Touch the pictures you mean' : `${pictures} chosen`}</Text>
        <View style={{ flexDirection: 'row' }}>
          <Act small label="All of them" onPress={onAll} />
          <Act small label="Done" onPress={onDone} testID="choosing-done" />
        </View>
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 8 }}>
        <Act label="Into a set" disabled={none} onPress={() => setAsking('set')} />
        <Act label="On a board" disabled={none} onPress={() => onBoard(references)} />
        <Act
          label="Find landmarks"
          disabled={none}
          onPress={() => {
            dispatch(readPictures(references));
            onDone();
          }}
        />
        <Act label="Tag" disabled={none} onPress={() => setAsking('tag')} />
        <Act label={hidden ? 'Show again' : 'Hide'} disabled={none} onPress={() => void hide()} />
        {set ? <Act label="Out of this set" disabled={none} onPress={() => void out()} /> : null}
      </View>
      {asking ? (
        <Panel title={asking === 'set' ? 'Into which set' : 'Which tag'} onClose={() => setAsking(null)}>
          {asking === 'set'
            ? sets
                .filter((s) => s.id !== set?.id)
                .map((s) => (
                  <Act
                    key={s.id}
                    label={s.title}
                    onPress={() => void into(s)}
                    style={{ alignSelf: 'flex-start' }}
                  />
                ))
            : null}
          <Field
            label={asking === 'set' ? 'Or a new set, called' : 'Tag'}
            value={text}
            onChangeText={setText}
            maxLength={asking === 'set' ? 200 : 60}
            onSubmitEditing={() => void named()}
          />
          <Act
            label={asking === 'set' ? 'Make the set' : 'Tag them'}
            disabled={text.trim() === ''}
            onPress={() => void named()}
          />
        </Panel>
      ) : null}
    </View>
  );
}
