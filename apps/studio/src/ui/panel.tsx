import { useEffect, type PropsWithChildren } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { useDesk } from '../data/store';
import { Act } from './acts';
import { useFocusTrap } from './use-focus-trap';
import { useLatest } from './use-latest';
import { usePalette, useWide } from './use-desk-theme';
import { Text } from './text';

interface PanelProps {
  readonly title: string;
  readonly onClose: () => void;
  /** Goes back to the panel it was opened from. */
  readonly onBack?: () => void;
}

/** A leaf of paper over the page, above the tray; a touch beside it, or Escape, closes it. */
export function Panel({ title, onClose, onBack, children }: PropsWithChildren<PanelProps>) {
  const palette = usePalette();
  const wide = useWide();
  const { leftHanded } = useDesk('leftHanded');
  const host = useFocusTrap();
  const close = useLatest(onClose);
  useEffect(() => {
    const element = host.current as unknown as HTMLElement | null;
    const listen = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape') return;
      event.stopPropagation();
      // A field keeps what was typed when it is left.
      (document.activeElement as HTMLElement | null)?.blur();
      close.current();
    };
    element?.addEventListener('keydown', listen);
    return () => element?.removeEventListener('keydown', listen);
  }, [host, close]);
  const side = { [leftHanded ? 'left' : 'right']: wide ? 8 : 0, width: wide ? 400 : ('100%' as const) };
  return (
    <View style={styles.over}>
      <Pressable
        role="button"
        aria-label={`Close: ${title}`}
        tabIndex={-1}
        onPress={onClose}
        style={styles.beside}
      />
      <View
        ref={host}
        role="dialog"
        aria-label={title}
        style={[styles.leaf, side, { backgroundColor: palette.desk, borderColor: palette.rule }]}
      >
        <View style={[styles.head, { borderColor: palette.rule }]}>
          <View style={styles.title}>
            {onBack ? <Act label="‹" spoken="‹ Back" onPress={onBack} style={styles.back} /> : null}
            <Text size={17} kind="heading" level={2}>
              {title}
            </Text>
          </View>
          <Act small label="Close" onPress={onClose} />
        </View>
        <ScrollView contentContainerStyle={styles.contents}>{children}</ScrollView>
      </View>
    </View>
  );
}

/** A few acts under a word of what they are about. */
export function Acts({ about, children }: PropsWithChildren<{ readonly about: string }>) {
  return (
    <View role="group" aria-label={about} style={styles.acts}>
      <Text size={13} kind="strong" soft>
        {about}
      </Text>
      <View style={styles.row}>{children}</View>
    </View>
  );
}

const styles = StyleSheet.create({
  over: { position: 'absolute', inset: 0, zIndex: 5 },
  beside: { position: 'absolute', inset: 0 },
  leaf: { position: 'absolute', bottom: 0, maxHeight: '96%', borderWidth: 1 },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    paddingHorizontal: 10,
    paddingVertical: 5,
    borderBottomWidth: 1,
  },
  title: { flexDirection: 'row', alignItems: 'center', gap: 10, flexShrink: 1 },
  back: { minWidth: 44, paddingHorizontal: 4 },
  contents: { padding: 12, gap: 6 },
  acts: { marginBottom: 4, maxWidth: '100%', gap: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
});
