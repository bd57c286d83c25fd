import { View } from 'react-native';
import { previewOf } from '../data/addresses';
import { useReferenceQuery } from '../data/references-api';
import { LookChoice } from '../page/parts/look-choice';
import { PICTURE_LOOKS } from '../page/second-look';
import type { Look } from '../page/second-look';
import { Switch } from '../ui/switch';
import { Text } from '../ui/text';
import type { PartProps } from '../observing/observing-part';

interface LookProps extends PartProps {
  readonly look: Look;
  readonly onLook: (look: Look) => void;
  readonly mirrored: boolean;
  readonly onMirrored: (mirrored: boolean) => void;
}

/** The picture seen afresh, and what has been noticed about it so far. */
export function LookPart({ reference, look, onLook, mirrored, onMirrored }: LookProps) {
  const { marks, truth, author, credit, licence, caption } = reference;
  const traits = marks.filter((m) => m.kind === 'trait');
  return (
    <>
      <LookChoice look={look} onLook={onLook} only={PICTURE_LOOKS} />
      <Switch label="mirrored" on={mirrored} onPress={() => onMirrored(!mirrored)} />
      {look.name === 'silhouette' || look.name === 'gaps' ? (
        <Text size={13} soft>
          {marks.some((mark) => mark.kind === 'silhouette')
            ? 'As the desk sees the person.'
            : truth?.silhouettes
              ? 'As it is known of this made picture.'
              : 'A guess, by what differs from the background.'}
        </Text>
      ) : null}
      {traits.map((trait, i) => (
        <Text key={trait.id}>{`${i + 1}. ${trait.text}`}</Text>
      ))}
      {marks.flatMap((mark) =>
        mark.kind === 'detail' ? [<Detail key={mark.id} id={mark.reference} />] : [],
      )}
      {caption ? (
        <Text size={13} soft>
          {caption}
        </Text>
      ) : null}
      <Text size={13} soft testID="credit">
        {[author || 'Author not known', credit, licence || 'licence not known']
          .filter((part) => part !== '')
          .join(' · ')}
      </Text>
    </>
  );
}

function Detail({ id }: { readonly id: string }) {
  const { data } = useReferenceQuery(id);
  return data ? (
    <View style={{ height: 120 }}>
      <img
        src={previewOf(data)}
        alt={`Detail: ${data.title}`}
        style={{ height: '100%', objectFit: 'contain', alignSelf: 'flex-start' }}
      />
    </View>
  ) : null;
}
