import { useRef, useState } from 'react';
import { Pressable, View, StyleSheet } from 'react-native';
import type { Reference } from '@deft/contract';
import type { Point } from '@deft/core/geometry';
import type { PictureMark } from '@deft/core/reference';
import { BODY } from '../../ui/theme';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { deskColour } from '../desk-colour';
import type { Look } from '../second-look';
import { DetailBoxes, DetailRow } from './details';
import { MarksOnPicture, PictureMarks } from './picture-marks';
import { SeenReference } from './second-look';
import { Stage, type StageHand } from './stage';

/** How a reference is seen: through which look, turned over with the page, with what was put on it. */
export interface Seen {
  readonly look: Look;
  readonly mirrored: boolean;
  /** What was put on it while its pose was held. */
  readonly marks?: readonly PictureMark[];
}

interface BesideProps {
  readonly reference: Reference;
  readonly seen: Seen;
  /**
   * Draws round a part of the picture; what it cuts is given in original-picture pixels. Null while nothing
   * is to be cut.
   */
  readonly onCut?: ((loop: readonly Point[]) => void) | null;
  /** A touch picks a colour: #RRGGBB. */
  readonly onColour?: ((hex: string) => void) | null;
}

/** The reference whole, beside the page, moved and enlarged on its own. */
export function BesideView({ reference, seen, onCut = null, onColour = null }: BesideProps) {
  const { look, mirrored, marks } = seen;
  const host = useRef<HTMLDivElement>(null);
  const [trail, setTrail] = useState<readonly Point[]>([]);
  const done = (way: readonly Point[]): void => {
    setTrail([]);
    const [first] = way;
    if (onColour && first)
      void colourOf(host.current?.querySelector('img') ?? null, first, reference).then(onColour);
    else if (onCut && way.length > 5)
      onCut(
        way.map(({ x, y }) => ({
          x: Math.min(reference.width, Math.max(0, x)),
          y: Math.min(reference.height, Math.max(0, y)),
        })),
      );
  };
  const hand: StageHand | null =
    onCut || onColour
      ? {
          begin: (at) => setTrail([at]),
          move: (at) => setTrail((old) => [...old, at]),
          end: done,
          cancel: () => setTrail([]),
        }
      : null;
  return (
    <>
      <Stage
        testID="beside"
        width={reference.width}
        height={reference.height}
        hand={hand}
        mirrored={seen.mirrored}
        picture={
          <div ref={host} style={{ position: 'absolute', inset: 0 }}>
            <SeenReference reference={reference} {...seen} />
          </div>
        }
        over={(pixel) => (
          <>
            {look.name === null ? <DetailBoxes {...{ reference, pixel, mirrored }} /> : null}
            {marks && look.name === null ? (
              <PictureMarks marks={marks} pixel={pixel} mirrored={mirrored} />
            ) : null}
            <polyline
              points={trail.map(({ x, y }) => `${x},${y}`).join(' ')}
              fill="none"
              stroke={deskColour.verdigris}
              strokeWidth={2 * pixel}
              strokeDasharray={`${6 * pixel} ${4 * pixel}`}
            />
          </>
        )}
      />
      <View style={styles.details}>
        <DetailRow reference={reference} atRight={false} />
      </View>
    </>
  );
}

/** The colour of a picture at a place, original-picture pixels. */
async function colourOf(
  image: HTMLImageElement | null,
  { x, y }: Point,
  size: { width: number; height: number },
): Promise<string> {
  const canvas = document.createElement('canvas');
  canvas.width = 1;
  canvas.height = 1;
  const context = canvas.getContext('2d');
  if (!image || !context) return '#000000';
  await image.decode();
  context.drawImage(image, (-x * image.naturalWidth) / size.width, (-y * image.naturalHeight) / size.height);
  const [r = 0, g = 0, b = 0] = context.getImageData(0, 0, 1, 1).data;
  return `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
}

/** The reference as an inset that stays in view; held, it grows. */
export function CornerView({
  reference,
  leftHanded,
  seen,
}: {
  readonly reference: Reference;
  readonly leftHanded: boolean;
  readonly seen: Seen;
}) {
  const palette = usePalette();
  const wide = useWide();
  const [held, setHeld] = useState(false);
  const share = reference.width / reference.height;
  const height = (wide ? 220 : 150) * (held ? 2.1 : 1);
  return (
    <View style={[styles.corner, { [leftHanded ? 'left' : 'right']: 8 }]}>
      <Pressable
        role="img"
        aria-label={`Reference: ${reference.title}. Hold to enlarge.`}
        onPressIn={() => setHeld(true)}
        onPressOut={() => setHeld(false)}
        style={[
          styles.picture,
          {
            height,
            width: Math.min(height * share, held ? 360 : 210),
            borderColor: palette.rule,
            backgroundColor: palette.paper,
          },
        ]}
      >
        <SeenReference reference={reference} {...seen} />
        {seen.marks && seen.look.name === null ? (
          <MarksOnPicture {...reference} marks={seen.marks} mirrored={seen.mirrored} />
        ) : null}
      </Pressable>
      <DetailRow reference={reference} atRight={!leftHanded} />
    </View>
  );
}

/** The reference away: hold to peek. */
export function PeekAct({ reference, seen }: { readonly reference: Reference; readonly seen: Seen }) {
  const palette = usePalette();
  const [held, setHeld] = useState(false);
  return (
    <>
      {held ? (
        <View
          style={{ position: 'absolute', inset: 0, backgroundColor: palette.desk, pointerEvents: 'none' }}
        >
          <SeenReference reference={reference} {...seen} />
        </View>
      ) : null}
      <Pressable
        role="button"
        aria-label="Hold to peek at the reference"
        onPressIn={() => setHeld(true)}
        onPressOut={() => setHeld(false)}
        style={[styles.peek, { borderColor: palette.rule, backgroundColor: palette.paper }]}
      >
        <span style={{ fontFamily: BODY, fontSize: 13, color: palette.softInk, userSelect: 'none' }}>
          hold to peek
        </span>
      </Pressable>
    </>
  );
}

const styles = StyleSheet.create({
  corner: { position: 'absolute', top: 8, gap: 6, maxWidth: '60%', pointerEvents: 'box-none' },
  picture: { borderWidth: 1 },
  details: { position: 'absolute', left: 8, right: 8, bottom: 8, pointerEvents: 'box-none' },
  peek: {
    position: 'absolute',
    top: 8,
    right: 8,
    borderWidth: 1,
    paddingHorizontal: 12,
    minHeight: 44,
    justifyContent: 'center',
  },
});
