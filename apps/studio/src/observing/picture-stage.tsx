import type { ReactNode } from 'react';
import type { Reference } from '@deft/contract';
import { previewOf } from '../data/addresses';
import { SeenReference } from '../page/parts/second-look';
import { Stage } from '../page/parts/stage';
import type { Look } from '../page/second-look';
import { MarksOver } from './marks-over';
import type { OnStage } from './observing-part';

interface PictureStageProps {
  readonly reference: Reference;
  readonly look: Look;
  readonly mirrored: boolean;
  readonly onStage: OnStage;
  /** What else lies over the picture, by how large a CSS pixel is in its pixels. */
  readonly over?: (pixel: number) => ReactNode;
}

/** The picture through its look, with what the part shows over it. */
export function PictureStage({
  reference,
  look,
  mirrored,
  onStage: { hand = null, shown = {} },
  over,
}: PictureStageProps) {
  const small = look.name === 'small';
  return (
    <Stage
      width={reference.width}
      height={reference.height}
      hand={hand}
      mirrored={mirrored}
      loupe={hand ? previewOf(reference) : null}
      picture={
        small ? (
          <img
            src={previewOf(reference)}
            alt={`${reference.title}, small`}
            style={{ ...SMALL, transform: mirrored ? 'scaleX(-1)' : undefined }}
          />
        ) : (
          <SeenReference reference={reference} look={look} mirrored={mirrored} />
        )
      }
      over={
        small
          ? undefined
          : (pixel) => (
              <>
                <MarksOver reference={reference} pixel={pixel} mirrored={mirrored} shown={shown} />
                {over?.(pixel)}
              </>
            )
      }
    />
  );
}

/** As small as a stamp, in the middle of the stage. */
const SMALL = {
  position: 'absolute',
  left: '40%',
  top: '40%',
  width: '20%',
  height: '20%',
  objectFit: 'contain',
} as const;
