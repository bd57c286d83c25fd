import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
  type PropsWithChildren,
} from 'react';
import { View } from 'react-native';
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
        <View
          role="alert"
          style={{
            position: 'absolute',
            left: 12,
            right: 12,
            top: 54,
            alignItems: 'center',
            zIndex: 20,
            pointerEvents: 'box-none',
          }}
        >
          <View
            style={{
              flexDirection: 'row',
              alignItems: 'center',
              gap: 10,
              maxWidth: 560,
              backgroundColor: palette.paper,
              borderWidth: 1,
              borderColor: palette.rule,
              paddingLeft: 14,
              paddingRight: 6,
            }}
          >
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
