import { useRouter } from 'expo-router';
import { useLazySessionIdsQuery, useSessionsQuery } from '../data/sessions-api';
import { CardToCome, type PracticeRowProps } from '../practice/practice-list';
import { PracticeScreen } from '../practice/practice-screen';
import { SessionCard } from '../practice/session-card';
import { askedFor, usePracticeQuery } from '../practice/use-practice-query';
import { MainAct } from '../ui/acts';
import { partOfRow } from '../ui/rows-in-view';
import { useWide } from '../ui/use-desk-theme';
import { NO_SESSIONS } from './words';

function SessionRow({ query, row, columns, cell, chosen, onTouch, onAbout }: PracticeRowProps) {
  const { from, count, place } = partOfRow(row, columns);
  const { data } = useSessionsQuery({ ...query, from, count });
  if (!data) return <CardToCome width={cell} />;
  return data.items
    .slice(place, place + columns)
    .map((session) => (
      <SessionCard
        key={session.id}
        session={session}
        width={cell}
        chosen={chosen && chosen.has(session.id)}
        onPress={() => onTouch(session.id)}
        onAbout={() => onAbout({ kind: 'session', ...session })}
      />
    ));
}

/** All sessions, the last one first. */
export function SessionsScreen() {
  const router = useRouter();
  const wide = useWide();
  const { query: sought, change } = usePracticeQuery();
  const { pass: _none, ...query } = askedFor(sought);
  const { data, isError, refetch } = useSessionsQuery({ ...query, from: 0, count: 1 });
  const [ids] = useLazySessionIdsQuery();
  return (
    <PracticeScreen
      title="Sessions"
      kind="session"
      empty={NO_SESSIONS}
      {...{ sought, query }}
      onSeek={change}
      total={data?.total}
      failed={isError}
      retry={() => void refetch()}
      listIds={async () => (await ids(query)).data ?? []}
      Row={SessionRow}
      onOpen={(id) => router.push({ pathname: '/sessions/[id]', params: { id } })}
      foot={
        <MainAct
          label="Timed poses"
          onPress={() => router.push('/sessions/new')}
          style={{ flex: wide ? undefined : 1 }}
        />
      }
    />
  );
}
