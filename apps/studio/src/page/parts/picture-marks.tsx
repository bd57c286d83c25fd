import type { PictureMark } from '@deft/core/reference';
import { usePalette } from '../../ui/use-desk-theme';
import { HaloLabel } from './halo-label';

interface PictureMarksProps {
  readonly marks: readonly PictureMark[];
  /** A CSS pixel in the picture's; names stand there where it is known. */
  readonly pixel?: number;
  readonly mirrored?: boolean;
}

/** What was put on a picture while its pose was held, each with a halo so that it shows on any picture. */
export function PictureMarks({ marks, pixel, mirrored = false }: PictureMarksProps) {
  const palette = usePalette();
  const line = { fill: 'none', strokeLinecap: 'round', strokeLinejoin: 'round' } as const;
  const path = (mark: PictureMark): string =>
    mark.kind === 'line'
      ? `M${mark.points.map(({ x, y }) => `${x} ${y}`).join('L')}`
      : `M${mark.at.x} ${mark.at.y}h0`;
  const layer = (stroke: string, thin: number, thick: number) =>
    marks.map((mark) => (
      <path
        key={`${stroke} ${mark.id}`}
        d={path(mark)}
        stroke={stroke}
        strokeWidth={mark.kind === 'line' ? thin : thick}
        // As thick at any size of the picture.
        vectorEffect="non-scaling-stroke"
        {...line}
      />
    ));
  return (
    <g data-testid="picture-marks">
      {layer(palette.paper, 5, 12)}
      {layer(palette.verdigris, 2.5, 8)}
      {marks.map((mark) =>
        mark.kind === 'landmark' && pixel !== undefined ? (
          <HaloLabel
            key={`name ${mark.id}`}
            at={mark.at}
            text={mark.name}
            colour={palette.verdigris}
            {...{ pixel, mirrored }}
          />
        ) : null,
      )}
    </g>
  );
}

interface MarksOnPictureProps extends PictureMarksProps {
  readonly width: number;
  readonly height: number;
}

/** The same over a picture that is shown whole in the room there is. */
export function MarksOnPicture({ width, height, mirrored = false, ...marks }: MarksOnPictureProps) {
  if (marks.marks.length === 0) return null;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      style={{ ...OVER, transform: mirrored ? 'scaleX(-1)' : undefined }}
      aria-hidden
    >
      <PictureMarks {...marks} mirrored={mirrored} />
    </svg>
  );
}

const OVER = {
  position: 'absolute',
  inset: 0,
  width: '100%',
  height: '100%',
  pointerEvents: 'none',
} as const;
