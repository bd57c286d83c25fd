import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useDebouncedCallback } from 'use-debounce';
import { Field } from './field';

/** How long the typing rests before the words are sought, milliseconds. */
const REST_MS = 220;

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

const styles = StyleSheet.create({ search: { flexGrow: 1, minWidth: 180, maxWidth: 340, marginTop: -6 } });
