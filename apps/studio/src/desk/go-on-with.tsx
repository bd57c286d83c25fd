import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import type { Listed, StudyBrief } from '@deft/contract';
import type { Named } from '../practice/about-panel';
import { StudyCard } from '../practice/study-card';
import { Empty } from '../ui/screen';
import { Way } from '../ui/way';
import { Text } from '../ui/text';
import { NO_STUDIES } from './words';

interface GoOnWithProps {
  readonly studies: Listed<StudyBrief>;
  readonly onAbout: (of: Named) => void;
}

/** Studies that were begun, each with its picture and its last drawing. */
export function GoOnWith({ studies, onAbout }: GoOnWithProps) {
  const router = useRouter();
  const { items, total } = studies;
  return (
    <View style={styles.all}>
      <Text size={17} kind="heading" level={2}>
        Go on with
      </Text>
      {total === 0 ? <Empty>{NO_STUDIES}</Empty> : null}
      <View style={styles.cards}>
        {items.map((study) => (
          <StudyCard
            key={study.id}
            testID="go-on-with"
            study={study}
            width="100%"
            onPress={() => router.push({ pathname: '/studies/[id]', params: { id: study.id } })}
            onAbout={() => onAbout({ kind: 'study', ...study })}
          />
        ))}
      </View>
      {total > items.length ? <Way label="All studies" onPress={() => router.navigate('/studies')} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({ all: { gap: 8 }, cards: { gap: 10 } });
