import { OWN_DRAG } from '../page/parts/stage';
import type { Point } from '@deft/core/geometry';
import { FIGURES, ON_PAGE } from '../ui/theme';

interface PinProps {
  /** What it is pinned on, the picture's pixels. */
  readonly at: Point;
  readonly number: number;
  /** A thousandth of the picture, and a pixel of the screen, in the picture's pixels. */
  readonly unit: number;
  readonly pixel: number;
  /** The picture, which the pin does not leave. */
  readonly width: number;
  readonly height: number;
  readonly onPress: () => void;
}

/** A number beside what it is about, as large as a finger can touch, however large the picture is. */
export function Pin({ at, number, unit, pixel, width, height, onPress }: PinProps) {
  const radius = Math.max(12 * pixel, Math.min(22 * unit, 17 * pixel));
  const within = (value: number, most: number): number =>
    Math.min(Math.max(value, 1.4 * radius), most - 1.4 * radius);
  return (
    <g
      transform={`translate(${within(at.x + 1.5 * radius, width)} ${within(at.y - 1.4 * radius, height)})`}
      onClick={onPress}
      style={PRESSED}
      data-pin={number}
      {...{ [OWN_DRAG]: true }}
    >
      <circle r={radius} fill={ON_PAGE.paper} stroke={ON_PAGE.correction} strokeWidth={0.14 * radius} />
      <text
        textAnchor="middle"
        y={0.4 * radius}
        fontSize={1.18 * radius}
        fontFamily={FIGURES}
        fill={ON_PAGE.correction}
      >
        {number}
      </text>
    </g>
  );
}

const PRESSED = { cursor: 'pointer', pointerEvents: 'auto' } as const;

interface PinsProps extends Pick<PinProps, 'unit' | 'pixel' | 'width' | 'height'> {
  readonly at: readonly Point[];
  /** Which one is turned on; null shows all. */
  readonly chosen: number | null;
  readonly onChoose: (place: number | null) => void;
}

/** Numbers beside several places, of which one may be chosen. */
export function Pins({ at, chosen, onChoose, ...size }: PinsProps) {
  return at.map((place, i) =>
    chosen === null || chosen === i ? (
      <Pin
        key={i}
        at={place}
        number={i + 1}
        unit={size.unit}
        pixel={size.pixel}
        width={size.width}
        height={size.height}
        onPress={() => onChoose(chosen === i ? null : i)}
      />
    ) : null,
  );
}
