import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import type { Listed, SessionBrief } from '@deft/contract';
import type { Named } from '../practice/about-panel';
import { SessionCard } from '../practice/session-card';
import { useWide } from '../ui/use-desk-theme';
import { Way } from '../ui/way';
import { Text } from '../ui/text';

interface LastSessionsProps {
  readonly sessions: Listed<SessionBrief>;
  readonly onAbout: (of: Named) => void;
}

/** The last sessions, each with what was drawn in it. */
export function LastSessions({ sessions, onAbout }: LastSessionsProps) {
  const router = useRouter();
  const wide = useWide();
  const { items, total } = sessions;
  return (
    <View style={styles.all}>
      <Text size={17} kind="heading" level={2}>
        Last sessions
      </Text>
      {items.map((session) => (
        <SessionCard
          key={session.id}
          testID="last-session"
          session={session}
          width="100%"
          roomy={wide}
          onPress={() => router.push({ pathname: '/sessions/[id]', params: { id: session.id } })}
          onAbout={() => onAbout({ kind: 'session', ...session })}
        />
      ))}
      {total > items.length ? (
        <Way label="All sessions" onPress={() => router.navigate('/sessions')} />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({ all: { gap: 8 } });
