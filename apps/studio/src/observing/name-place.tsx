import { useState } from 'react';
import { View } from 'react-native';
import type { Reference } from '@deft/contract';
import { SUBJECTS } from '@deft/core/subjects';
import { knownLandmarks } from '../data/known-landmarks';
import { Act } from '../ui/acts';
import { Field } from '../ui/field';

interface NamePlaceProps {
  readonly reference: Reference;
  readonly onName: (name: string) => void;
}

/** Names for a place that was touched: those of the subject that are free, one's own, or none to speak of. */
export function NamePlace({ reference, onName }: NamePlaceProps) {
  const [own, setOwn] = useState('');
  const { essential, landmarks } = SUBJECTS[reference.subject];
  const taken = new Set(knownLandmarks(reference).map(({ name }) => name));
  const free = [...new Set([...essential, ...landmarks])].filter((name) => !taken.has(name));
  const typed = own.trim().toLowerCase();
  let spot = 1;
  while (taken.has(`spot ${spot}`)) spot += 1;
  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 6 }}>
        <Act small label="Just a spot" onPress={() => onName(`spot ${spot}`)} testID="just-a-spot" />
        {free.map((name) => (
          <Act key={name} small label={name} onPress={() => onName(name)} />
        ))}
      </View>
      <View style={{ flexDirection: 'row', gap: 8, alignItems: 'center' }}>
        <View style={{ flex: 1 }}>
          <Field label="A name of your own" value={own} onChangeText={setOwn} maxLength={100} />
        </View>
        <Act label="Call it that" disabled={typed === '' || taken.has(typed)} onPress={() => onName(typed)} />
      </View>
    </>
  );
}
