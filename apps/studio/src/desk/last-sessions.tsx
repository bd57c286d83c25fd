import { useRouter } from 'expo-router';
import { Pressable, StyleSheet, View } from 'react-native';
import type { SessionBrief } from '@deft/contract';
import { smallOf } from '../data/addresses';
import { dayWords, sessionState } from '../data/brief-words';
import { DrawnPage } from '../page/parts/drawn-page';
import { Filling } from '../ui/open-card';
import { PaperCard } from '../ui/paper-card';
import { Way } from '../ui/way';
import { Text } from '../ui/text';

/** How many sessions lie on the desk. */
const LAID_OUT = 2;

/** The last sessions, each with what was drawn in it. */
export function LastSessions({ sessions }: { readonly sessions: readonly SessionBrief[] }) {
  const router = useRouter();
  return (
    <View style={styles.all}>
      <Text size={17} kind="heading" level={2}>
        Last sessions
      </Text>
      {sessions.slice(0, LAID_OUT).map((session) => (
        <Pressable
          key={session.id}
          role="link"
          testID="last-session"
          onPress={() => router.push({ pathname: '/sessions/[id]', params: { id: session.id } })}
        >
          <PaperCard style={styles.card}>
            <View style={styles.words}>
              <Text kind="strong" lines={1} style={styles.title}>
                {session.title || session.set.title}
              </Text>
              <Text size={13} soft>
                {`${sessionState(session)}, ${dayWords(session.createdAt)}`}
              </Text>
            </View>
            <View style={styles.drawings}>
              {session.drawn.map(({ id, page, region }) => (
                <View key={id} style={styles.drawing}>
                  <DrawnPage page={page} region={region} label="" />
                </View>
              ))}
              {session.drawn.length === 0 && session.first ? (
                <View style={styles.drawing}>
                  <Filling source={smallOf(session.first)} />
                </View>
              ) : null}
            </View>
          </PaperCard>
        </Pressable>
      ))}
      {sessions.length > LAID_OUT ? (
        <Way label="All sessions" onPress={() => router.navigate('/sessions')} />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 8 },
  card: { padding: 12, paddingRight: 20, gap: 10 },
  words: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 10, alignItems: 'baseline' },
  title: { flexShrink: 1 },
  drawings: { flexDirection: 'row', gap: 8, height: 120 },
  drawing: { flex: 1, maxWidth: 116, height: 120 },
});
