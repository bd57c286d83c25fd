import { useRouter } from 'expo-router';
import { memo } from 'react';
import { useLazyStudyIdsQuery, useStudiesQuery } from '../data/studies-api';
import { CardToCome, useItemsOfRow, type PracticeRowProps } from '../practice/practice-list';
import { PracticeScreen } from '../practice/practice-screen';
import { StudyCard } from '../practice/study-card';
import { askedFor, usePracticeQuery } from '../practice/use-practice-query';
import { partOfRow } from '../ui/part-of-row';
import { NO_STUDIES } from './words';

/** While the list is scrolled only rows that come are made. */
const StudyRow = memo(function StudyRow({
  query,
  row,
  columns,
  cell,
  chosen,
  onTouch,
  onAbout,
}: PracticeRowProps) {
  const { from, count, place } = partOfRow(row, columns);
  const { data } = useStudiesQuery({ ...query, from, count });
  const shown = useItemsOfRow(data, place, columns);
  if (!shown) return <CardToCome width={cell} />;
  return shown.map((study) => (
    <StudyCard
      key={study.id}
      study={study}
      width={cell}
      chosen={chosen && chosen.has(study.id)}
      onPress={() => onTouch(study.id)}
      onAbout={() => onAbout({ kind: 'study', ...study })}
    />
  ));
});

/** All studies, that which was last worked on first. */
export function StudiesScreen() {
  const router = useRouter();
  const { query: sought, change } = usePracticeQuery();
  const query = askedFor(sought);
  const { data, isError, refetch } = useStudiesQuery({ ...query, from: 0, count: 1 });
  const [ids] = useLazyStudyIdsQuery();
  return (
    <PracticeScreen
      title="Studies"
      kind="study"
      empty={NO_STUDIES}
      {...{ sought, query }}
      onSeek={change}
      total={data?.total}
      failed={isError}
      retry={() => void refetch()}
      listIds={async () => (await ids(query)).data ?? []}
      Row={StudyRow}
      onOpen={(id) => router.push({ pathname: '/studies/[id]', params: { id } })}
    />
  );
}
