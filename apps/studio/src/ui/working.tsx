import { View } from 'react-native';
import { Bar } from './bar';
import { Text } from './text';

interface WorkingProps {
  readonly what: string;
  /** How far it is, 0 to 1, where that is known. */
  readonly share?: number | null;
}

/** Something takes a few seconds: what it is, and that it goes on. */
export function Working({ what, share = null }: WorkingProps) {
  return (
    <View style={{ gap: 4, minWidth: 150, flexShrink: 1 }}>
      <Text soft live>
        {what}
      </Text>
      <Bar share={share} />
    </View>
  );
}
