import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useTasksQuery } from '../data/tasks-api';
import { dueWords, firstWords } from '../data/due-words';
import { Text } from '../ui/text';
import { Way } from '../ui/way';

/** How many lie on the desk, the nearest first. */
const MOST = 5;

/** What was set to be drawn, with its day: each a way to its study. Nothing where nothing is set. */
export function SetTasks() {
  const router = useRouter();
  const { data } = useTasksQuery();
  if (!data || data.length === 0) return null;
  return (
    <View style={styles.all}>
      <Text size={17} kind="heading" level={2}>
        Set tasks
      </Text>
      {data.slice(0, MOST).map(({ study, title, asks, due, ticked, points }) => {
        const more = [dueWords(due), points > 0 ? `${ticked} of ${points} ticked` : '']
          .filter(Boolean)
          .join(', ');
        return (
          <View key={study} testID="set-task">
            <Way
              label={title}
              onPress={() => router.push({ pathname: '/studies/[id]', params: { id: study } })}
            />
            <Text size={13} soft>
              {[more, firstWords(asks)].filter(Boolean).join('. ') || 'No day, no checklist.'}
            </Text>
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({ all: { gap: 6 } });
