import { useMemo, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import type { Reference } from '@deft/contract';
import { seenOutlines, type DetailMark } from '@deft/core/reference';
import { previewOf, smallOf } from '../../data/addresses';
import { useReferenceQuery } from '../../data/references-api';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { HaloLabel } from './halo-label';

/** Pictures that show a region of a reference more nearly, beside it while one draws from it. */

/** As many are shown. */
const MOST = 6;
/** Their height, small and while held, pixels. */
const SMALL = 56;
const LARGE = 260;

/** The details of a reference, in the order they were attached. */
export const detailsOf = ({ marks }: Pick<Reference, 'marks'>): DetailMark[] =>
  marks.filter((mark): mark is DetailMark => mark.kind === 'detail').slice(0, MOST);

interface DetailBoxesProps {
  readonly reference: Reference;
  readonly pixel: number;
  readonly mirrored: boolean;
}

/** Where on the picture they belong, by their numbers; in its pixels as it is seen. */
export function DetailBoxes({ reference, pixel, mirrored }: DetailBoxesProps) {
  const palette = usePalette();
  const boxes = useMemo(
    () =>
      seenOutlines(
        detailsOf(reference).map(({ box: { x, y, width, height } }) => [
          { x, y },
          { x: x + width, y },
          { x: x + width, y: y + height },
          { x, y: y + height },
        ]),
        reference.original,
        reference.preparation,
      ),
    [reference],
  );
  return (
    <g data-testid="detail-boxes">
      {boxes.map((corners, i) => {
        const left = Math.min(...corners.map(({ x }) => x));
        const top = Math.min(...corners.map(({ y }) => y));
        return (
          <g key={i}>
            <polygon
              points={corners.map(({ x, y }) => `${x},${y}`).join(' ')}
              fill="none"
              stroke={palette.verdigris}
              strokeWidth={1.5}
              strokeDasharray="5 4"
              vectorEffect="non-scaling-stroke"
            />
            <HaloLabel
              at={{ x: left, y: top + 14 * pixel }}
              text={String(i + 1)}
              colour={palette.verdigris}
              {...{ pixel, mirrored }}
            />
          </g>
        );
      })}
    </g>
  );
}

/** The pictures themselves in a row; held, one grows. */
export function DetailRow({
  reference,
  atRight,
}: {
  readonly reference: Reference;
  readonly atRight: boolean;
}) {
  const details = detailsOf(reference);
  if (details.length === 0) return null;
  return (
    <View style={[styles.row, atRight && styles.atRight]}>
      {details.map(({ id, reference: of }, i) => (
        <Detail key={id} of={of} number={i + 1} />
      ))}
    </View>
  );
}

function Detail({ of, number }: { readonly of: string; readonly number: number }) {
  const palette = usePalette();
  const [held, setHeld] = useState(false);
  const { data } = useReferenceQuery(of);
  if (!data) return null;
  const height = held ? LARGE : SMALL;
  return (
    <Pressable
      role="img"
      aria-label={`Detail ${number}: ${data.title}. Hold to enlarge.`}
      onPressIn={() => setHeld(true)}
      onPressOut={() => setHeld(false)}
      style={[
        styles.detail,
        {
          height,
          width: Math.min((height * data.width) / data.height, 320),
          borderColor: palette.rule,
          backgroundColor: palette.paper,
        },
      ]}
    >
      <img src={held ? previewOf(data) : smallOf(data)} alt="" draggable={false} style={WHOLE} />
      <View style={[styles.number, { backgroundColor: palette.paper }]}>
        <Text size={12} kind="figures">
          {String(number)}
        </Text>
      </View>
    </Pressable>
  );
}

const WHOLE = { width: '100%', height: '100%', objectFit: 'cover' } as const;
const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: 6, pointerEvents: 'box-none' },
  atRight: { flexDirection: 'row-reverse' },
  detail: { borderWidth: 1, overflow: 'hidden' },
  number: { position: 'absolute', left: 0, top: 0, paddingHorizontal: 4 },
});
