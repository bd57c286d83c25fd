import { useRouter } from 'expo-router';
import { View } from 'react-native';
import type { ReferenceBrief } from '@deft/contract';
import { sentenceOf } from '../data/refusals';
import { useAlikeQuery, useChangeReferencesMutation, useKeepAlikeMutation } from './api';
import { Act } from '../ui/acts';
import { useSay } from '../ui/notes';
import { PaperCard } from '../ui/paper-card';
import { PreviewCard } from '../ui/preview';
import { Empty, Screen, Waiting } from '../ui/screen';
import { Way } from '../ui/way';
import { Text } from '../ui/text';
import { countOf } from './words';

/** Pictures that look alike, group by group: one is kept, or all are. */
export function AlikeScreen() {
  const router = useRouter();
  const { data: groups, isError, error, refetch } = useAlikeQuery();
  return (
    <Screen
      title="Look-alikes"
      aside={
        groups ? (
          <Text size={13} soft>
            {countOf(groups.length, 'group')}
          </Text>
        ) : null
      }
      foot={<Way back label="The wall" onPress={() => router.navigate('/references')} />}
    >
      <Text size={13} soft>
        Pictures that look the same, larger or smaller, packed anew, or a shade lighter. Nothing is taken
        away: what you do not want is hidden.
      </Text>
      {!groups ? <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} /> : null}
      {groups?.length === 0 ? <Empty>No two pictures look alike.</Empty> : null}
      {groups?.map((group) => (
        <Group key={group.map(({ id }) => id).join(' ')} group={group} />
      ))}
    </Screen>
  );
}

function Group({ group }: { readonly group: readonly ReferenceBrief[] }) {
  const router = useRouter();
  const say = useSay();
  const [keep] = useKeepAlikeMutation();
  const [change] = useChangeReferencesMutation();
  const keepOnly = async (one: ReferenceBrief): Promise<void> => {
    const references = group.filter(({ id }) => id !== one.id).map(({ id }) => id);
    await change({ references, hidden: true });
    say({
      text: `“${one.title}” is kept, ${countOf(references.length, 'other')} hidden.`,
      undo: () => void change({ references, hidden: false }),
    });
  };
  return (
    <PaperCard style={{ padding: 12, gap: 10 }}>
      <View
        role="group"
        aria-label={`Alike: ${group[0]?.title ?? ''}`}
        style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}
      >
        {group.map((one) => (
          <View key={one.id} style={{ width: 120, gap: 2 }}>
            <PreviewCard
              reference={one}
              width={120}
              onPress={() => router.push({ pathname: '/references/[id]', params: { id: one.id } })}
            />
            <Text size={12} soft lines={1}>
              {one.title}
            </Text>
            <Text size={12} soft>{`${one.width} × ${one.height}`}</Text>
            <Act
              small
              label="Keep this one"
              spoken={`Keep ${one.title}, hide the others`}
              onPress={() => void keepOnly(one)}
              style={{ alignSelf: 'flex-start' }}
            />
          </View>
        ))}
      </View>
      <Act
        label={group.length === 2 ? 'Keep both' : 'Keep all'}
        onPress={() => void keep(group.map(({ id }) => id))}
        style={{ alignSelf: 'flex-start' }}
      />
    </PaperCard>
  );
}
