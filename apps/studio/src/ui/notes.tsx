import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
  type PropsWithChildren,
} from 'react';
import { View, StyleSheet } from 'react-native';
import { Act } from './acts';
import { usePalette } from './use-desk-theme';
import { Text } from './text';

/** A sentence about what was just done, with the way back where there is one. */
export interface Note {
  readonly text: string;
  readonly undo?: () => void;
}

const Say = createContext<(note: Note) => void>(() => undefined);
const STAYS_MS = 9000;

/** Says what was done, for a while, above everything; with “Undo” where it can be undone. */
export function Notes({ children }: PropsWithChildren) {
  const palette = usePalette();
  const [note, setNote] = useState<Note | null>(null);
  useEffect(() => {
    if (!note) return undefined;
    const timer = setTimeout(() => setNote(null), STAYS_MS);
    return () => clearTimeout(timer);
  }, [note]);
  const close = useCallback(() => setNote(null), []);
  const undo = useMemo(
    () =>
      note?.undo &&
      (() => {
        note.undo?.();
        close();
      }),
    [note, close],
  );
  return (
    <Say.Provider value={setNote}>
      {children}
      {note ? (
        <View role="alert" style={styles.over}>
          <View style={[styles.note, { backgroundColor: palette.paper, borderColor: palette.rule }]}>
            <Text style={{ flexShrink: 1, paddingVertical: 8 }}>{note.text}</Text>
            {undo ? <Act label="Undo" pressed={false} onPress={undo} /> : null}
            <Act small label="Close" onPress={close} />
          </View>
        </View>
      ) : null}
    </Say.Provider>
  );
}

export const useSay = (): ((note: Note) => void) => useContext(Say);

const styles = StyleSheet.create({
  over: {
    position: 'absolute',
    left: 12,
    right: 12,
    top: 54,
    alignItems: 'center',
    zIndex: 20,
    pointerEvents: 'box-none',
  },
  note: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    maxWidth: 560,
    borderWidth: 1,
    paddingLeft: 14,
    paddingRight: 6,
  },
});
