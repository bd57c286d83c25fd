import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { smallOf } from '../data/addresses';
import { passName } from '../data/brief-words';
import { useStudiesQuery } from '../data/studies-api';
import { Filling, OpenCard } from '../ui/open-card';
import { Empty, Screen, Waiting } from '../ui/screen';
import { useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { NO_STUDIES } from './words';

/** All studies, the last one first. */
export function StudiesScreen() {
  const router = useRouter();
  const wide = useWide();
  const { data: studies, isError, refetch } = useStudiesQuery();
  return (
    <Screen title="Studies">
      {!studies ? <Waiting failed={isError} retry={() => void refetch()} /> : null}
      {studies?.length === 0 ? <Empty>{NO_STUDIES}</Empty> : null}
      <View style={styles.cards}>
        {studies?.map(({ id, reference, pass, attempts, updatedAt }) => (
          <OpenCard
            key={id}
            testID="study"
            height={118}
            pictureWidth={94}
            picture={<Filling source={smallOf(reference)} />}
            onPress={() => router.push({ pathname: '/studies/[id]', params: { id } })}
            style={{ width: wide ? 340 : '100%' }}
          >
            <Text kind="strong" lines={1}>
              {reference.title}
            </Text>
            <Text size={13} soft>
              {passName(pass)}
            </Text>
            <Text size={13} soft>{`${attempts} ${attempts === 1 ? 'attempt' : 'attempts'}`}</Text>
            <Text size={12} soft>
              {new Date(updatedAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}
            </Text>
          </OpenCard>
        ))}
      </View>
    </Screen>
  );
}

const styles = StyleSheet.create({ cards: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 } });
