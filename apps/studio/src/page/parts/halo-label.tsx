import type { Point } from '@deft/core/geometry';
import { BODY } from '../../ui/theme';
import { usePalette } from '../../ui/use-desk-theme';

interface HaloLabelProps {
  readonly at: Point;
  readonly text: string;
  readonly colour: string;
  /** A CSS pixel in the picture's. */
  readonly pixel: number;
  readonly mirrored: boolean;
}

/** A name beside a place of a picture, as large at any size of it, readable on any ground. */
export function HaloLabel({ at, text, colour, pixel, mirrored }: HaloLabelProps) {
  const palette = usePalette();
  return (
    <g transform={`translate(${at.x} ${at.y}) scale(${mirrored ? -pixel : pixel} ${pixel})`}>
      <text
        x={9}
        y={4}
        fontFamily={BODY}
        fontSize={13}
        fill={colour}
        stroke={palette.paper}
        strokeWidth={3}
        paintOrder="stroke"
      >
        {text}
      </text>
    </g>
  );
}
