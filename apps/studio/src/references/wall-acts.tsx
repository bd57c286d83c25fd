import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useDebouncedCallback } from 'use-debounce';
import type { ReferenceQuery, ReferenceSet } from '@deft/contract';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { Switch } from '../ui/switch';
import { Way } from '../ui/way';
import { FILTERS, SORT_WORDS } from './words';

/** How long the typing rests before the words are sought, milliseconds. */
const REST_MS = 220;

export const isOn = (query: ReferenceQuery, on: Partial<ReferenceQuery>): boolean =>
  Object.entries(on).every(([key, value]) => query[key as keyof ReferenceQuery] === value);

/** Which set the wall shows. */
export function SetChoice({
  sets,
  current,
  onChoose,
}: {
  readonly sets: readonly ReferenceSet[];
  readonly current: string | undefined;
  readonly onChoose: (set: string | undefined) => void;
}) {
  return (
    <Choice label="Set" inOneRow style={styles.sets}>
      <Option label="All" on={current === undefined} onPress={() => onChoose(undefined)} />
      {sets.map(({ id, title }) => (
        <Option key={id} label={title} on={current === id} onPress={() => onChoose(id)} />
      ))}
    </Choice>
  );
}

/** The words sought, asked for once the typing rests. */
export function Search({
  value,
  label,
  onChange,
}: {
  readonly value: string;
  readonly label: string;
  readonly onChange: (q: string) => void;
}) {
  const [text, setText] = useState(value);
  const rested = useDebouncedCallback((typed: string) => onChange(typed.trim()), REST_MS);
  return (
    <View style={styles.search}>
      <Field
        label={label}
        value={text}
        maxLength={200}
        testID="search"
        onChangeText={(typed) => {
          setText(typed);
          rested(typed);
        }}
      />
    </View>
  );
}

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
  sets: { marginVertical: -8 },
  search: { flexGrow: 1, minWidth: 180, maxWidth: 340 },
  filter: { gap: 2, marginVertical: -6 },
  switches: { gap: 10 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 14, marginVertical: -10 },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
