import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { Act } from './acts';
import { Bar } from './bar';
import { Text } from './text';

interface SavingSignProps {
  readonly making: { readonly name: string; readonly done: number; readonly of: number } | null;
  readonly sentence: string | null;
  readonly onStop: () => void;
}

/** What takes less than this is over before one has read what it is, milliseconds. */
const SHORT = 500;

/** How far a file is that the desk makes, with a way to stop it; afterwards, what became of it. */
export function SavingSign({ making, sentence, onStop }: SavingSignProps) {
  const [long, setLong] = useState(false);
  const name = making?.name ?? null;
  useEffect(() => {
    if (!name) return undefined;
    const timer = setTimeout(() => setLong(true), SHORT);
    return () => {
      clearTimeout(timer);
      setLong(false);
    };
  }, [name]);
  if (!making)
    return sentence ? (
      <Text size={13} soft live>
        {sentence}
      </Text>
    ) : null;
  if (!long) return null;
  const { done, of } = making;
  return (
    <View testID="making" style={{ flexDirection: 'row', alignItems: 'center', gap: 12 }}>
      <View style={{ flex: 1, gap: 4 }}>
        <Text size={13} live>
          {of > 1 ? `Making ${making.name}: ${done} of ${of}` : `Making ${making.name} …`}
        </Text>
        <Bar share={of > 1 ? done / of : null} />
      </View>
      <Act label="Stop" onPress={onStop} />
    </View>
  );
}
