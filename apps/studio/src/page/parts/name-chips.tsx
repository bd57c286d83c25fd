import { Pressable, ScrollView, View, StyleSheet } from 'react-native';
import { CORNER } from '../../ui/theme';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';

interface ChipsProps {
  readonly names: readonly string[];
  /** Names already given on this page. */
  readonly used: ReadonlySet<string>;
  readonly value: string | null;
  readonly onChoose: (name: string | null) => void;
  readonly label: string;
  /** Nothing can go without a name. */
  readonly required?: boolean;
}

/** Names offered under the page, the chosen one first, then those not given yet. */
export function NameChips({ names, used, value, onChoose, label, required = false }: ChipsProps) {
  const palette = usePalette();
  const chip = (name: string | null, text: string) => {
    const on = value === name;
    return (
      <Pressable
        key={text}
        role="radio"
        aria-checked={on}
        aria-label={text}
        onPress={() => onChoose(name)}
        style={[
          styles.chip,
          {
            backgroundColor: palette.paper,
            borderWidth: on ? 2 : 1,
            borderColor: on ? palette.verdigris : palette.rule,
          },
        ]}
      >
        <Text
          size={13}
          kind={on ? 'strong' : 'body'}
          colour={on ? palette.verdigris : name !== null && used.has(name) ? palette.softInk : palette.ink}
        >
          {name !== null && used.has(name) && !on ? `${text} ✓` : text}
        </Text>
      </Pressable>
    );
  };
  const rank = (name: string): number => (name === value ? 0 : used.has(name) ? 2 : 1);
  return (
    <View role="radiogroup" aria-label={label} style={{ paddingBottom: 6, paddingTop: 4 }}>
      <ScrollView
        horizontal
        showsHorizontalScrollIndicator={false}
        contentContainerStyle={{ gap: 8, paddingHorizontal: 10 }}
      >
        {required ? null : chip(null, 'no name')}
        {[...names].sort((a, b) => rank(a) - rank(b)).map((name) => chip(name, name))}
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  chip: { minHeight: 36, paddingHorizontal: 12, justifyContent: 'center', borderRadius: CORNER },
});
