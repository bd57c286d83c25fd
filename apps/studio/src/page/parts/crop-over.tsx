import type { CropBox } from '@deft/core/reference';

/** A crop's frame over a picture, what falls away under a veil. */
export function CropOver({
  crop,
  frame,
  pixel,
  colour,
  paper,
}: {
  readonly crop: CropBox;
  readonly frame: { width: number; height: number };
  readonly pixel: number;
  readonly colour: string;
  readonly paper: string;
}) {
  const [x, y, w, h] = [
    crop.x * frame.width,
    crop.y * frame.height,
    crop.width * frame.width,
    crop.height * frame.height,
  ];
  return (
    <>
      <path
        d={`M0 0H${frame.width}V${frame.height}H0ZM${x} ${y}V${y + h}H${x + w}V${y}Z`}
        fill={paper}
        fillOpacity={0.66}
        fillRule="evenodd"
      />
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        fill="none"
        stroke={colour}
        strokeWidth={2 * pixel}
        data-testid="crop"
      />
      {[
        [x, y],
        [x + w, y],
        [x, y + h],
        [x + w, y + h],
      ].map(([cx, cy], i) => (
        <circle key={i} cx={cx} cy={cy} r={8 * pixel} fill={paper} stroke={colour} strokeWidth={2 * pixel} />
      ))}
    </>
  );
}
