import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import type { SessionBrief } from '@deft/contract';
import { smallOf } from '../data/addresses';
import { dayWords, sessionState } from '../data/brief-words';
import { useSessionsQuery } from '../data/sessions-api';
import { MainAct } from '../ui/acts';
import { Filling, OpenCard } from '../ui/open-card';
import { Empty, Screen, Waiting } from '../ui/screen';
import { useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { NO_SESSIONS } from './words';

/** All sessions, the last one first. */
export function SessionsScreen() {
  const router = useRouter();
  const wide = useWide();
  const { data: sessions, isError, refetch } = useSessionsQuery();
  return (
    <Screen
      title="Sessions"
      foot={
        <MainAct
          label="Timed poses"
          onPress={() => router.push('/sessions/new')}
          style={{ flex: wide ? undefined : 1 }}
        />
      }
    >
      {!sessions ? <Waiting failed={isError} retry={() => void refetch()} /> : null}
      {sessions?.length === 0 ? <Empty>{NO_SESSIONS}</Empty> : null}
      <View style={styles.cards}>
        {sessions?.map((session) => (
          <SessionCard
            key={session.id}
            session={session}
            width={wide ? 340 : '100%'}
            onPress={() => router.push({ pathname: '/sessions/[id]', params: { id: session.id } })}
          />
        ))}
      </View>
    </Screen>
  );
}

interface SessionCardProps {
  readonly session: SessionBrief;
  readonly width: number | '100%';
  readonly onPress: () => void;
}

function SessionCard({ session, width, onPress }: SessionCardProps) {
  const { first, lesson } = session;
  return (
    <OpenCard
      testID="session"
      height={lesson ? 128 : 96}
      pictureWidth={76}
      picture={first ? <Filling source={smallOf(first)} /> : null}
      onPress={onPress}
      style={{ width }}
    >
      <Text kind="strong" lines={1}>
        {session.title || session.set.title}
      </Text>
      <Text size={13} soft>
        {sessionState(session)}
      </Text>
      <Text size={12} soft>
        {dayWords(session.createdAt)}
      </Text>
      {lesson ? (
        <Text size={13} lines={2}>
          {lesson}
        </Text>
      ) : null}
    </OpenCard>
  );
}

const styles = StyleSheet.create({ cards: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 } });
