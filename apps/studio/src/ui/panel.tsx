import type { PropsWithChildren } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { WordAct } from './acts';
import { usePalette, useWide } from './use-desk-theme';
import { Words } from './words';

interface PanelProps {
  readonly title: string;
  readonly onClose: () => void;
  /** Goes back to the panel it was opened from. */
  readonly onBack?: () => void;
  readonly leftHanded: boolean;
}

/** A leaf of paper over the page, above the tray; a touch beside it closes it. */
export function Panel({ title, onClose, onBack, leftHanded, children }: PropsWithChildren<PanelProps>) {
  const palette = usePalette();
  const wide = useWide();
  return (
    <View style={{ position: 'absolute', inset: 0, zIndex: 5 }}>
      <Pressable
        role="button"
        aria-label={`Close: ${title}`}
        onPress={onClose}
        style={{ position: 'absolute', inset: 0 }}
      />
      <View
        role="dialog"
        aria-label={title}
        style={{
          position: 'absolute',
          bottom: 0,
          [leftHanded ? 'left' : 'right']: wide ? 8 : 0,
          width: wide ? 400 : '100%',
          maxHeight: '96%',
          backgroundColor: palette.desk,
          borderWidth: 1,
          borderColor: palette.rule,
        }}
      >
        <View
          style={{
            flexDirection: 'row',
            alignItems: 'center',
            justifyContent: 'space-between',
            paddingHorizontal: 10,
            borderBottomWidth: 1,
            borderColor: palette.rule,
          }}
        >
          <View style={{ flexDirection: 'row', alignItems: 'center' }}>
            {onBack ? <WordAct label="‹" spoken="Back" onPress={onBack} style={{ minWidth: 34 }} /> : null}
            <Words size={17} kind="heading" level={2}>
              {title}
            </Words>
          </View>
          <WordAct small soft label="close" onPress={onClose} />
        </View>
        <ScrollView contentContainerStyle={{ padding: 12, gap: 4 }}>{children}</ScrollView>
      </View>
    </View>
  );
}

/** A few acts under a word of what they are about. */
export function Acts({ about, children }: PropsWithChildren<{ readonly about: string }>) {
  return (
    <View role="group" aria-label={about} style={{ marginBottom: 4, maxWidth: '100%' }}>
      <Words size={13} kind="strong" soft>
        {about}
      </Words>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 6 }}>
        {children}
      </View>
    </View>
  );
}
