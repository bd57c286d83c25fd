import { useRouter } from 'expo-router';
import { useState, type ComponentType, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Id } from '@deft/core/page';
import type { StudyQuery } from '@deft/contract';
import { useSetsQuery } from '../data/sets-api';
import { Act } from '../ui/acts';
import { Empty, Screen, Waiting } from '../ui/screen';
import { Search } from '../ui/search';
import { Text } from '../ui/text';
import { Way } from '../ui/way';
import { PracticeFilter } from './practice-filter';
import { PracticeList, type PracticeRowProps } from './practice-list';
import { useAbout } from './use-about';
import { isFiltered, type Sought } from './use-practice-query';
import { useRemoving } from './use-removing';
import { manyOf, NOTHING_FITS } from './words';

interface PracticeScreenProps {
  readonly title: string;
  readonly kind: 'session' | 'study';
  /** Said where there is none at all. */
  readonly empty: string;
  readonly sought: Sought;
  readonly onSeek: (to: Partial<Sought>) => void;
  /** What is sought, as the desk is asked for it. */
  readonly query: StudyQuery;
  /** How many fit; undefined until the desk says so. */
  readonly total: number | undefined;
  readonly failed: boolean;
  readonly retry: () => void;
  /** All that fit. */
  readonly listIds: () => Promise<readonly Id[]>;
  readonly Row: ComponentType<PracticeRowProps>;
  readonly onOpen: (id: Id) => void;
  readonly foot?: ReactNode;
}

/** All sessions, or all studies: sought, filtered, chosen from, removed. The last one stands first. */
export function PracticeScreen(props: PracticeScreenProps) {
  const { title, kind, empty, sought, onSeek, query, total, failed, retry, listIds, Row, onOpen, foot } =
    props;
  const router = useRouter();
  const { data: sets = [] } = useSetsQuery();
  const { about, panel } = useAbout();
  const remove = useRemoving();
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const [filtering, setFiltering] = useState(false);
  const [chosen, setChosen] = useState<ReadonlySet<Id> | null>(null);
  const filtered = isFiltered(sought);
  const touch = (id: Id): void => {
    if (!chosen) return onOpen(id);
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  const removeChosen = (): void => {
    if (chosen) void remove(kind, [...chosen], title).then((done) => done && setChosen(null));
  };
  return (
    <Screen
      title={title}
      aside={
        total === undefined ? null : (
          <Text size={13} soft testID="total">
            {manyOf(kind, total)}
          </Text>
        )
      }
      onScroller={setScroller}
      over={panel}
      foot={
        chosen ? (
          <>
            <Act
              label={chosen.size === 0 ? 'Remove' : `Remove ${manyOf(kind, chosen.size)}`}
              disabled={chosen.size === 0}
              onPress={removeChosen}
              style={styles.tall}
              testID="remove-chosen"
            />
            <Act
              label="All of them"
              onPress={() => void listIds().then((ids) => setChosen(new Set(ids)))}
              style={styles.tall}
            />
            <Act label="Done" onPress={() => setChosen(null)} style={styles.tall} testID="choosing-done" />
          </>
        ) : (
          foot
        )
      }
    >
      <View style={styles.line}>
        <Search label="Search" value={sought.q ?? ''} onChange={(q) => onSeek({ q })} />
        <View style={styles.acts}>
          <Act
            label={filtered ? 'Filter: on' : 'Filter'}
            pressed={filtering}
            onPress={() => setFiltering(!filtering)}
          />
          <Act
            label="Choose several"
            disabled={!total}
            pressed={chosen !== null}
            onPress={() => setChosen(chosen ? null : new Set())}
          />
        </View>
        <View style={styles.acts}>
          {kind === 'study' ? (
            <>
              <Way label="Recipes" onPress={() => router.push('/recipes')} />
              <Way label="Pages" spoken="Pages without a picture" onPress={() => router.push('/drawings')} />
            </>
          ) : null}
          <Way label="Removed" onPress={() => router.push('/removed')} />
        </View>
      </View>
      {filtering ? (
        <PracticeFilter sought={sought} sets={sets} passes={kind === 'study'} onChange={onSeek} />
      ) : null}
      {total === undefined ? <Waiting failed={failed} retry={retry} /> : null}
      {total === 0 ? <Empty>{filtered || sought.q ? NOTHING_FITS : empty}</Empty> : null}
      {total ? (
        <PracticeList
          key={JSON.stringify(query)}
          {...{ query, total, scroller, Row, chosen }}
          onTouch={touch}
          onAbout={about}
        />
      ) : null}
    </Screen>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 10 },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  tall: { minHeight: 52 },
});
