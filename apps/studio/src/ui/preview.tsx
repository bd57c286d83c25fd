import { Pressable, View } from 'react-native';
import type { Reference } from '@deft/contract';
import { previewOf } from '../data/api';
import { usePalette } from './use-desk-theme';
import { Words } from './words';

/** A reference's small picture, to be touched. */
export function PreviewCard({ reference, width, onPress }: { readonly reference: Reference; readonly width: number | `${number}%`; readonly onPress: () => void }) {
  const palette = usePalette();
  const { attempts } = reference;
  return (
    <Pressable role="button" aria-label={`${reference.title}${attempts ? `, drawn ${attempts} times` : ''}`} onPress={onPress} testID="reference" style={{ width }}>
      <View style={{ aspectRatio: 4 / 5, borderWidth: 1, borderColor: palette.rule, backgroundColor: palette.paper, overflow: 'hidden' }}>
        <img src={previewOf(reference.id)} alt="" loading="lazy" style={{ width: '100%', height: '100%', objectFit: 'cover' }} />
        {attempts > 0 ? <View style={{ position: 'absolute', left: 6, bottom: 6, backgroundColor: palette.paper, paddingHorizontal: 6 }}><Words size={12}>{`drawn ${attempts}`}</Words></View> : null}
      </View>
      <Words size={13} soft lines={1} style={{ marginTop: 3 }}>{reference.title}</Words>
    </Pressable>
  );
}
