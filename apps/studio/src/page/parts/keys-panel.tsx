import { View } from 'react-native';
import { Text } from '../../ui/text';
import { KEYS } from '../keys';
import type { PassPanelProps } from '../shell/pass';
import { Panel } from '../../ui/panel';

/** The keys of the page. */
export function KeysPanel({ onBack, onClose }: PassPanelProps) {
  return (
    <Panel title="Keys" onBack={onBack} onClose={onClose}>
      {KEYS.map(({ about, keys }) => (
        <View key={about} style={{ marginBottom: 8 }}>
          <Text size={13} kind="strong" soft>
            {about}
          </Text>
          <KeyList keys={keys} />
        </View>
      ))}
    </Panel>
  );
}

/** Keys, each as it is written, and what it does. */
export const KeyList = ({
  keys,
}: {
  readonly keys: readonly (readonly [key: string, what: string, ...rest: readonly string[]])[];
}) => (
  <>
    {keys.map(([key, what]) => (
      <View key={key} style={{ flexDirection: 'row', gap: 12 }}>
        <Text size={13} kind="strong" style={{ width: 104 }}>
          {key}
        </Text>
        <Text size={13}>{what}</Text>
      </View>
    ))}
  </>
);
