import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import type { StudyBrief } from '@deft/contract';
import { smallOf } from '../data/addresses';
import { DrawnPage } from '../page/parts/drawn-page';
import { Filling, OpenCard } from '../ui/open-card';
import { Empty } from '../ui/screen';
import { Way } from '../ui/way';
import { Text } from '../ui/text';
import { NO_STUDIES, studyState } from './words';

/** How many studies lie on the desk. */
const LAID_OUT = 4;

/** Studies that were begun, each with its picture and its last drawing. */
export function GoOnWith({ studies }: { readonly studies: readonly StudyBrief[] }) {
  const router = useRouter();
  return (
    <View style={styles.all}>
      <Text size={17} kind="heading" level={2}>
        Go on with
      </Text>
      {studies.length === 0 ? <Empty>{NO_STUDIES}</Empty> : null}
      <View style={styles.cards}>
        {studies.slice(0, LAID_OUT).map((study) => (
          <OpenCard
            key={study.id}
            testID="go-on-with"
            height={104}
            pictureWidth={study.last ? 144 : 72}
            picture={<Pictures study={study} />}
            onPress={() => router.push({ pathname: '/studies/[id]', params: { id: study.id } })}
          >
            <Text size={13} kind="strong" lines={2}>
              {study.reference.title}
            </Text>
            <Text size={13} soft>
              {studyState(study)}
            </Text>
          </OpenCard>
        ))}
      </View>
      {studies.length > LAID_OUT ? (
        <Way label="All studies" onPress={() => router.navigate('/studies')} />
      ) : null}
    </View>
  );
}

/** The reference, and beside it what was last drawn from it. */
function Pictures({ study: { reference, last } }: { readonly study: StudyBrief }) {
  return (
    <View style={styles.pictures}>
      <View style={styles.picture}>
        <Filling source={smallOf(reference)} />
      </View>
      {last ? (
        <View style={styles.picture}>
          <DrawnPage page={last.page} region={last.region} label="" />
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 8 },
  cards: { gap: 10 },
  pictures: { flex: 1, flexDirection: 'row' },
  picture: { flex: 1, height: '100%' },
});
