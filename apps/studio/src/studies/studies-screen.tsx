import { useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import { smallOf, useStudiesQuery } from '../data/api';
import { PaperCard } from '../ui/paper-card';
import { Empty, Screen, Waiting } from '../ui/screen';
import { useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { NO_STUDIES, PASS_NAMES } from './words';

export function StudiesScreen() {
  const router = useRouter();
  const wide = useWide();
  const { data: studies, isError, refetch } = useStudiesQuery();
  return (
    <Screen title="Studies">
      {!studies ? <Waiting failed={isError} retry={() => void refetch()} /> : null}
      {studies?.length === 0 ? <Empty>{NO_STUDIES}</Empty> : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 12 }}>
        {studies?.map(({ id, reference, pass, attempts, updatedAt }) => (
          <Pressable
            key={id}
            role="button"
            aria-label={`Open the study of ${reference.title}`}
            onPress={() => router.push({ pathname: '/studies/[id]', params: { id } })}
            style={{ width: wide ? 340 : '100%' }}
          >
            <PaperCard style={{ flexDirection: 'row', height: 118 }}>
              <View style={{ width: 94 }}>
                <img
                  src={smallOf(reference)}
                  alt=""
                  style={{ width: '100%', height: '100%', objectFit: 'cover' }}
                />
              </View>
              <View style={{ flex: 1, padding: 12, gap: 2 }}>
                <Words kind="strong" lines={1}>
                  {reference.title}
                </Words>
                <Words size={13} soft>
                  {PASS_NAMES[pass]}
                </Words>
                <Words
                  size={13}
                  soft
                >{`${attempts.length} ${attempts.length === 1 ? 'attempt' : 'attempts'}`}</Words>
                <Words size={12} soft>
                  {new Date(updatedAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}
                </Words>
              </View>
            </PaperCard>
          </Pressable>
        ))}
      </View>
    </Screen>
  );
}
