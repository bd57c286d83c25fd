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
          {keys.map(([key, what]) => (
            <View key={key} style={{ flexDirection: 'row', gap: 12 }}>
              <Text size={13} kind="strong" style={{ width: 104 }}>
                {key}
              </Text>
              <Text size={13}>{what}</Text>
            </View>
          ))}
        </View>
      ))}
    </Panel>
  );
}
