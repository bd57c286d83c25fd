import { Pressable, View } from 'react-native';
import type { ReferenceBrief } from '@deft/contract';
import { smallOf } from '../data/addresses';
import { usePalette } from './use-desk-theme';
import { Text } from './text';

interface PreviewCardProps {
  readonly reference: ReferenceBrief;
  readonly width: number | `${number}%`;
  readonly onPress: () => void;
  /** Chosen or not, while several are being chosen. */
  readonly chosen?: boolean | null;
}

/** What is said of a picture to those who listen. */
const spoken = ({ title, attempts, marked }: ReferenceBrief): string =>
  [title, attempts > 0 ? `drawn ${attempts} times` : '', marked ? 'has landmarks' : '']
    .filter((part) => part !== '')
    .join(', ');

/** A reference's small picture, to be touched. */
export function PreviewCard({ reference, width, onPress, chosen = null }: PreviewCardProps) {
  const palette = usePalette();
  const { attempts } = reference;
  return (
    <Pressable
      role={chosen === null ? 'button' : 'checkbox'}
      aria-label={spoken(reference)}
      aria-checked={chosen ?? undefined}
      onPress={onPress}
      testID="reference"
      style={{ width }}
    >
      <View
        style={{
          aspectRatio: 4 / 5,
          borderWidth: chosen ? 3 : 1,
          borderColor: chosen ? palette.verdigris : palette.rule,
          backgroundColor: palette.paper,
          overflow: 'hidden',
        }}
      >
        <img
          src={smallOf(reference)}
          alt=""
          loading="lazy"
          decoding="async"
          draggable={false}
          style={{ width: '100%', height: '100%', objectFit: 'cover', opacity: reference.hidden ? 0.5 : 1 }}
        />
        {attempts > 0 ? <Badge>{`drawn ${attempts}`}</Badge> : null}
        {chosen ? (
          <View
            style={{
              position: 'absolute',
              right: 0,
              top: 0,
              backgroundColor: palette.verdigris,
              paddingHorizontal: 6,
            }}
          >
            <Text size={12} colour={palette.onVerdigris}>
              chosen
            </Text>
          </View>
        ) : null}
      </View>
    </Pressable>
  );
}

function Badge({ children }: { readonly children: string }) {
  const palette = usePalette();
  return (
    <View
      style={{
        position: 'absolute',
        left: 6,
        bottom: 6,
        backgroundColor: palette.paper,
        paddingHorizontal: 6,
      }}
    >
      <Text size={12}>{children}</Text>
    </View>
  );
}
