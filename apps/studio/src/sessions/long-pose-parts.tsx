import { createContext, useContext, useEffect } from 'react';
import { StyleSheet } from 'react-native';
import type { PlaceName } from '../data/desk-slice';
import { useShell } from '../page/shell/shell-context';
import { Text } from '../ui/text';

/** What a long pose's shell shares with the session that it runs in. */
interface LongPose {
  /** What is to be watched in this session; empty for nothing. */
  readonly inMind: string;
  /** The next long pose has its picture where this one has it. */
  readonly onPlace: (place: PlaceName) => void;
}

export const LongPoseContext = createContext<LongPose>({ inMind: '', onPlace: () => undefined });

/** Tells where the picture is put. */
export function PlaceKept() {
  const { onPlace } = useContext(LongPoseContext);
  const { place } = useShell().state;
  useEffect(() => {
    if (place) onPlace(place);
  }, [place, onPlace]);
  return null;
}

/** Under the page: what one means to watch. */
export function UnderPose() {
  const { inMind } = useContext(LongPoseContext);
  return inMind ? (
    <Text size={13} kind="strong" style={styles.mind} testID="session-in-mind">
      {inMind}
    </Text>
  ) : null;
}

const styles = StyleSheet.create({ mind: { paddingHorizontal: 16, paddingVertical: 4 } });
