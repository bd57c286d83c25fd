import { transformPoint, type Point } from '@deft/core/geometry';
import { CropOver } from '../page/parts/crop-over';
import { usePalette } from '../ui/use-desk-theme';
import type { Preparing } from './use-preparing';

const WHOLE = { x: 0, y: 0, width: 1, height: 1 };

interface LineProps {
  readonly points: readonly Point[];
  readonly colour: string;
  readonly pixel: number;
  readonly closed?: boolean;
}

/** A line with a halo of paper, so that it shows on any picture. */
function HaloLine({ points, colour, pixel, closed = false }: LineProps) {
  const palette = usePalette();
  const all = closed && points[0] ? [...points, points[0]] : points;
  const shape = {
    points: all.map(({ x, y }) => `${x},${y}`).join(' '),
    fill: 'none',
    strokeLinejoin: 'round',
    strokeLinecap: 'round',
  } as const;
  return (
    <>
      <polyline {...shape} stroke={palette.paper} strokeWidth={5 * pixel} />
      <polyline {...shape} stroke={colour} strokeWidth={2.4 * pixel} />
    </>
  );
}

/** What is being drawn on a picture that is prepared: its frame, its outline, lines over it and beside it. */
export function PrepareOver({ preparing, pixel }: { readonly preparing: Preparing; readonly pixel: number }) {
  const palette = usePalette();
  const { tool, settings, frame, hints, line } = preparing;
  const seen = (p: Point): Point => transformPoint(frame.toPrepared, p);
  if (tool === null) return null;
  if (tool === 'crop')
    return (
      <CropOver
        crop={settings.crop ?? WHOLE}
        frame={frame}
        pixel={pixel}
        colour={palette.verdigris}
        paper={palette.paper}
      />
    );
  const colours = { round: palette.bluePencil, inside: palette.verdigris, outside: palette.ink };
  const kept = tool === 'round' ? [] : (['inside', 'outside'] as const);
  return (
    <>
      {settings.outline ? (
        <HaloLine points={settings.outline.map(seen)} colour={palette.bluePencil} pixel={pixel} closed />
      ) : null}
      {kept.flatMap((side) =>
        hints[side].map((points, i) => (
          <HaloLine key={`${side} ${i}`} points={points.map(seen)} colour={colours[side]} pixel={pixel} />
        )),
      )}
      {line.length > 1 ? <HaloLine points={line} colour={colours[tool]} pixel={pixel} /> : null}
    </>
  );
}
