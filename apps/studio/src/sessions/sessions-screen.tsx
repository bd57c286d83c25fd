import { useRouter } from 'expo-router';
import { memo } from 'react';
import { useLazySessionIdsQuery, useSessionsQuery } from '../data/sessions-api';
import { CardToCome, useItemsOfRow, type PracticeRowProps } from '../practice/practice-list';
import { PracticeScreen } from '../practice/practice-screen';
import { SessionCard } from '../practice/session-card';
import { askedFor, usePracticeQuery } from '../practice/use-practice-query';
import { MainAct } from '../ui/acts';
import { partOfRow } from '../ui/part-of-row';
import { useWide } from '../ui/use-desk-theme';
import { NO_SESSIONS } from './words';

/** While the list is scrolled only rows that come are made. */
const SessionRow = memo(function SessionRow({
  query,
  row,
  columns,
  cell,
  chosen,
  onTouch,
  onAbout,
}: PracticeRowProps) {
  const { from, count, place } = partOfRow(row, columns);
  const { data } = useSessionsQuery({ ...query, from, count });
  const shown = useItemsOfRow(data, place, columns);
  if (!shown) return <CardToCome width={cell} />;
  return shown.map((session) => (
    <SessionCard
      key={session.id}
      session={session}
      width={cell}
      chosen={chosen && chosen.has(session.id)}
      onPress={() => onTouch(session.id)}
      onAbout={() => onAbout({ kind: 'session', ...session })}
    />
  ));
});

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
