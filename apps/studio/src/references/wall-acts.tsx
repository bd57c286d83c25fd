import { useRouter } from 'expo-router';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { ReferenceQuery } from '@deft/contract';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Switch } from '../ui/switch';
import { Way } from '../ui/way';
import { FILTERS, SORT_WORDS } from './words';

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

/** Ways from the wall to what belongs to it. */
export function WallWays() {
  const router = useRouter();
  return (
    <View style={styles.ways}>
      <Way label="Boards" onPress={() => router.push('/boards')} />
      <Way label="Look-alikes" onPress={() => router.push('/references/alike')} />
      <Way label="Picture service" onPress={() => router.push('/references/service')} />
    </View>
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
    <View style={styles.acts}>
      <Act label={filtered ? 'Filter: on' : 'Filter'} pressed={filtering} onPress={onFilter} />
      <Act label="Choose several" onPress={onChoose} />
      {onOrder ? <Act label="Order by hand" onPress={onOrder} /> : null}
      {onAbout ? <Act label="About this set" onPress={onAbout} /> : null}
      {importing ? <Act label={importing} onPress={onImporting} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  filter: { gap: 2, marginVertical: -6 },
  switches: { gap: 10 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 14, marginVertical: -10 },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
