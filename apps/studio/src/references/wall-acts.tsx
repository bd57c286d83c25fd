import { useRouter } from 'expo-router';
import type { PropsWithChildren } from 'react';
import { ScrollView, StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import type { Id } from '@deft/core/page';
import type { ReferenceQuery } from '@deft/contract';
import { sentenceOf } from '../data/refusals';
import { useOpenStudyMutation } from '../data/studies-api';
import { useLazySetTracesQuery } from '../data/traces-api';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { useSay } from '../ui/notes';
import { Switch } from '../ui/switch';
import { Way } from '../ui/way';
import { EMPTY_SET, FILTERS, SORT_WORDS } from './words';

export const isOn = (query: ReferenceQuery, on: Partial<ReferenceQuery>): boolean =>
  Object.entries(on).every(([key, value]) => query[key as keyof ReferenceQuery] === value);

interface FilterProps {
  readonly query: ReferenceQuery;
  readonly inSet: boolean;
  readonly onChange: (to: Partial<ReferenceQuery>) => void;
}

/** What of the wall is shown, and in which order. */
export function Filter({ query, inSet, onChange }: FilterProps) {
  const none = (on: Partial<ReferenceQuery>): Partial<ReferenceQuery> =>
    Object.fromEntries(Object.keys(on).map((key) => [key, undefined]));
  return (
    <View style={styles.filter} testID="filter">
      <ScrollView
        horizontal
        showsHorizontalScrollIndicator={false}
        role="group"
        aria-label="Show only"
        contentContainerStyle={styles.switches}
      >
        {FILTERS.map(({ label, on }) => (
          <Switch
            key={label}
            small
            label={label}
            on={isOn(query, on)}
            onPress={() => onChange(isOn(query, on) ? none(on) : on)}
          />
        ))}
      </ScrollView>
      <Choice label="Order">
        {SORT_WORDS.map(({ sort, label, setLabel }) => (
          <Option
            key={label}
            small
            label={inSet ? setLabel : label}
            on={query.sort === sort}
            onPress={() => onChange({ sort })}
          />
        ))}
      </Choice>
    </View>
  );
}

/** Ways from the wall to what belongs to it. @param set that is shown; null for the whole library */
export function WallWays({ set }: { readonly set: Id | null }) {
  const router = useRouter();
  const say = useSay();
  const [readTraces] = useLazySetTracesQuery();
  const [openStudy] = useOpenStudyMutation();
  const together = async (of: Id): Promise<void> => {
    try {
      const [first] = await readTraces(of).unwrap();
      if (!first) return say({ text: EMPTY_SET });
      const { id } = await openStudy({ reference: first.reference }).unwrap();
      router.push({ pathname: '/studies/[id]', params: { id, pass: 'trace', together: of } });
    } catch (error) {
      say({ text: sentenceOf(error) });
    }
  };
  return (
    <Row gap={14} style={styles.ways}>
      {set ? (
        <Way label="Trace them together" onPress={() => void together(set)} testID="trace-together" />
      ) : null}
      <Way label="Boards" onPress={() => router.push('/boards')} />
      <Way label="Look-alikes" onPress={() => router.push('/references/alike')} />
      <Way label="Picture service" onPress={() => router.push('/references/service')} />
    </Row>
  );
}

interface WallActsProps {
  readonly filtering: boolean;
  readonly filtered: boolean;
  readonly onFilter: () => void;
  readonly onChoose: () => void;
  /** Null where the order is not one's own to change. */
  readonly onOrder: (() => void) | null;
  readonly onAbout: (() => void) | null;
  /** What is being brought in, or was; null where nothing is. */
  readonly importing: string | null;
  readonly onImporting: () => void;
}

/** What can be done with the wall. */
export function WallActs(props: WallActsProps) {
  const { filtering, filtered, onFilter, onChoose, onOrder, onAbout, importing, onImporting } = props;
  return (
    <Row gap={8} style={styles.acts}>
      <Act label={filtered ? 'Filter: on' : 'Filter'} pressed={filtering} onPress={onFilter} />
      <Act label="Choose several" onPress={onChoose} />
      {onOrder ? <Act label="Order by hand" onPress={onOrder} /> : null}
      {onAbout ? <Act label="About this set" onPress={onAbout} /> : null}
      {importing ? <Act label={importing} onPress={onImporting} /> : null}
    </Row>
  );
}

/** Controls in one row, which moves sideways where they are more than it holds. */
function Row({
  gap,
  style,
  children,
}: PropsWithChildren<{ readonly gap: number; readonly style: StyleProp<ViewStyle> }>) {
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      style={style}
      contentContainerStyle={{ gap, alignItems: 'center' }}
    >
      {children}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  filter: { gap: 2, marginVertical: -6 },
  switches: { gap: 10 },
  ways: { marginVertical: -10, flexGrow: 0 },
  acts: { flexGrow: 0, flexShrink: 1 },
});
