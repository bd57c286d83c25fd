import { useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import { smallOf, useSessionsQuery } from '../data/api';
import { MainAct } from '../ui/acts';
import { PaperCard } from '../ui/paper-card';
import { Empty, Screen, Waiting } from '../ui/screen';
import { useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { poses as counted, spoken } from './words';

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
      {sessions?.length === 0 ? (
        <Empty>No session yet. Start a pose from your desk, or choose a set under References.</Empty>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 12 }}>
        {sessions?.map((session) => {
          const count = counted(session.count);
          const { first } = session;
          return (
            <Pressable
              key={session.id}
              role="button"
              aria-label={`Session: ${session.set.title}, ${count}`}
              onPress={() => router.push({ pathname: '/sessions/[id]', params: { id: session.id } })}
              style={{ width: wide ? 340 : '100%' }}
            >
              <PaperCard style={{ flexDirection: 'row', minHeight: 94 }}>
                <View style={{ width: 76 }}>
                  {first ? (
                    <img
                      src={smallOf(first)}
                      alt=""
                      style={{ width: '100%', height: '100%', objectFit: 'cover' }}
                    />
                  ) : null}
                </View>
                <View style={{ flex: 1, padding: 12 }}>
                  <Words kind="strong" lines={1}>
                    {session.title || session.set.title}
                  </Words>
                  <Words size={13} soft>
                    {session.over
                      ? `${count}, ${spoken(session.drawnMs)} drawn${session.starred ? `, ${session.starred} starred` : ''}`
                      : `${count}, held: touch to go on`}
                  </Words>
                  <Words size={12} soft>
                    {new Date(session.createdAt).toLocaleDateString('en-GB', {
                      weekday: 'short',
                      day: 'numeric',
                      month: 'short',
                    })}
                  </Words>
                  {session.lesson ? (
                    <Words size={13} lines={2}>
                      {session.lesson}
                    </Words>
                  ) : null}
                </View>
              </PaperCard>
            </Pressable>
          );
        })}
      </View>
    </Screen>
  );
}
