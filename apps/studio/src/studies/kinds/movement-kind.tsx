import { StyleSheet, View } from 'react-native';
import { actionDeed, actionSentence, bendSentence, type ActionReport } from '@deft/core/findings';
import { Text } from '../../ui/text';
import { ACTION_LINES } from '../words';

/** The line of action beside the picture's. */
export function MovementKind({ action }: { readonly action: ActionReport }) {
  const deed = actionDeed(action);
  return (
    <View style={styles.kind} testID="movement-kind">
      <Text kind="strong">{actionSentence(action)}</Text>
      {deed ? <Text>{deed}</Text> : null}
      <Text>{bendSentence(action)}</Text>
      <Text size={13} soft>
        {ACTION_LINES}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({ kind: { gap: 8 } });
