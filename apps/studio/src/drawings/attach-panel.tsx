import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView } from 'react-native';
import type { Id } from '@deft/core/page';
import { sentenceOf } from '../data/refusals';
import { useReferencesQuery } from '../data/references-api';
import { OfferedDetails } from '../observing/offered-details';
import type { PassPanelProps } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { Panel } from '../ui/panel';
import { PreviewCard } from '../ui/preview';
import { Text } from '../ui/text';
import { useAttachMutation, useDetachMutation } from './api';
import { useDrawing } from './drawing-context';
import { ATTACH_NOTE } from './words';

/** A picture found later: chosen in the library or the picture service, the page becomes its attempt. */
export function AttachPanel({ onBack, onClose }: PassPanelProps) {
  const router = useRouter();
  const say = useSay();
  const { keeper } = useShell();
  const { drawing } = useDrawing();
  const [q, setQ] = useState('');
  const { data } = useReferencesQuery({ q, from: 0, count: 24 });
  const [attach, attaching] = useAttachMutation();
  const [detach] = useDetachMutation();
  const { id } = drawing;
  const take = async (reference: Id): Promise<void> => {
    // What was just drawn is on the desk before it is an attempt.
    await keeper.flush().catch(() => undefined);
    const made = await attach({ id, reference });
    if (made.error) return say({ text: `The picture was not attached. ${sentenceOf(made.error)}` });
    const study = made.data;
    router.replace({ pathname: '/studies/[id]', params: { id: study.id, attempt: id, pass: 'check' } });
    return say({
      text: `The page is an attempt of “${study.reference.title}” now.`,
      undo: () => {
        void detach({ id, study: study.id }).then((back) =>
          back.error
            ? say({ text: sentenceOf(back.error) })
            : router.replace({ pathname: '/drawings/[id]', params: { id } }),
        );
      },
    });
  };
  return (
    <Panel title="Attach a picture" onBack={onBack} onClose={onClose}>
      <Text size={13} soft>
        {ATTACH_NOTE}
      </Text>
      <Field
        label="Search your library and the picture service"
        value={q}
        onChangeText={setQ}
        maxLength={200}
        testID="attach-search"
      />
      {data && data.items.length > 0 ? (
        <ScrollView horizontal contentContainerStyle={{ gap: 8 }} testID="attachable">
          {data.items.map((item) => (
            <PreviewCard
              key={item.id}
              reference={item}
              width={104}
              onPress={() => (attaching.isLoading ? undefined : void take(item.id))}
            />
          ))}
        </ScrollView>
      ) : data ? (
        <Text size={13} soft>
          Nothing in your library fits.
        </Text>
      ) : null}
      <OfferedDetails q={q} onTaken={(reference) => void take(reference)} />
    </Panel>
  );
}
