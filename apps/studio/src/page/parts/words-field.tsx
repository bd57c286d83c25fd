import { useState } from 'react';
import { View } from 'react-native';
import { Act } from '../../ui/acts';
import { Field } from '../../ui/field';

/** Takes the words for a note: in the tray's place. */
export function WordsField({
  before,
  onSay,
}: {
  readonly before: string;
  readonly onSay: (text: string | null) => void;
}) {
  const [text, setText] = useState(before);
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8, padding: 8, flex: 1 }}>
      <Field
        multiline
        autoFocus
        label="Words on the page"
        value={text}
        maxLength={2000}
        onChangeText={setText}
        style={{ flex: 1, maxHeight: 110 }}
      />
      <Act label={before && !text.trim() ? 'Remove' : 'Write'} onPress={() => onSay(text.trim())} />
      <Act label="Leave" onPress={() => onSay(null)} />
    </View>
  );
}
