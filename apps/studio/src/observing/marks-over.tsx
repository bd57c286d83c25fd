import type { Reference } from '@deft/contract';
import { transformPoint, type Point } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import type { PersonRegion } from '@deft/core/person';
import { preparedFrame, type CropBox } from '@deft/core/reference';
import { knownLandmarks } from '../data/known-landmarks';
import { HaloLabel } from '../page/parts/halo-label';
import { usePalette } from '../ui/use-desk-theme';

/** What is shown over the picture besides what always is. Points are pixels of the picture as it is seen. */
export interface Shown {
  readonly landmarks?: boolean;
  /** The landmark that is asked for or held, larger than the others. */
  readonly landmark?: string | null;
  /** Landmarks that are named where they lie, larger than the others. */
  readonly named?: readonly string[];
  readonly traits?: boolean;
  readonly trait?: Id | null;
  readonly sight?: Id | null;
  readonly lines?: readonly {
    readonly points: readonly Point[];
    readonly kind: 'unit' | 'span' | 'inside' | 'outside' | 'height';
  }[];
  /** People of whom one is to be touched. Original-picture pixels. */
  readonly people?: readonly PersonRegion[] | null;
  readonly details?: boolean;
  readonly box?: CropBox | null;
}

interface MarksOverProps {
  readonly reference: Reference;
  /** A CSS pixel in pixels of the picture. */
  readonly pixel: number;
  readonly mirrored: boolean;
  readonly shown: Shown;
}

/** Marks drawn over a reference, each with a halo so that it shows on any picture. */
export function MarksOver({ reference, pixel, mirrored, shown }: MarksOverProps) {
  const palette = usePalette();
  const { toPrepared } = preparedFrame(reference.original, reference.preparation);
  const seen = (p: Point): Point => transformPoint(toPrepared, p);
  const { marks } = reference;
  const isNamed = (name: string): boolean => shown.landmark === name || shown.named?.includes(name) === true;
  const label = (at: Point, text: string, colour: string) => (
    <HaloLabel {...{ at, text, colour, pixel, mirrored }} />
  );
  const dot = (at: Point, colour: string, size: number, hollow = false) => (
    <circle
      cx={at.x}
      cy={at.y}
      r={size * pixel}
      fill={hollow ? palette.paper : colour}
      fillOpacity={hollow ? 0.6 : 1}
      stroke={hollow ? colour : palette.paper}
      strokeWidth={1.6 * pixel}
    />
  );
  const line = (points: readonly Point[], colour: string, dashes?: string) => {
    const d = points.map(({ x, y }) => `${x},${y}`).join(' ');
    return (
      <>
        <polyline
          points={d}
          fill="none"
          stroke={palette.paper}
          strokeWidth={4.5 * pixel}
          strokeLinecap="round"
        />
        <polyline
          points={d}
          fill="none"
          stroke={colour}
          strokeWidth={2.2 * pixel}
          strokeLinecap="round"
          strokeDasharray={dashes
            ?.split(' ')
            .map((n) => Number(n) * pixel)
            .join(' ')}
        />
      </>
    );
  };
  const box = ({ x, y, width, height }: CropBox, colour: string) => {
    const corners = [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + height },
      { x, y: y + height },
    ];
    return line([...corners, corners[0] as Point], colour);
  };
  return (
    <>
      {shown.landmarks
        ? knownLandmarks(reference).map(({ name, at, hidden, found, spread = 0 }) => (
            <g key={name} data-testid="reference-landmark" data-found={found === true}>
              {found ? (
                <circle cx={at.x} cy={at.y} r={2 * spread} fill={palette.bluePencil} fillOpacity={0.16} />
              ) : null}
              {dot(at, palette.bluePencil, isNamed(name) ? 8 : 5, hidden || found)}
              {isNamed(name) ? label(at, name, palette.bluePencil) : null}
            </g>
          ))
        : null}
      {shown.people?.map(({ centre, side }) => {
        const at = seen(centre);
        return (
          <circle
            key={`${centre.x} ${centre.y}`}
            cx={at.x}
            cy={at.y}
            r={side / 5}
            fill={palette.verdigris}
            fillOpacity={0.18}
            stroke={palette.verdigris}
            strokeWidth={2.2 * pixel}
          />
        );
      })}
      {shown.traits
        ? marks.map((mark) =>
            mark.kind === 'trait' && mark.at ? (
              <g key={mark.id}>
                {dot(seen(mark.at), palette.verdigris, shown.trait === mark.id ? 9 : 6)}
                {label(
                  seen(mark.at),
                  `${marks.filter((m) => m.kind === 'trait').indexOf(mark) + 1}`,
                  palette.verdigris,
                )}
              </g>
            ) : null,
          )
        : null}
      {marks.map((mark) =>
        mark.kind === 'sight' && mark.id === shown.sight ? (
          <g key={mark.id}>
            {mark.unit ? line(mark.unit.map(seen), palette.verdigris) : null}
            {line(mark.span.map(seen), palette.bluePencil, '10 6')}
          </g>
        ) : null,
      )}
      {shown.details
        ? marks.map((mark) => {
            if (mark.kind !== 'detail') return null;
            const { x, y, width, height } = mark.box;
            const corners = [
              { x, y },
              { x: x + width, y },
              { x: x + width, y: y + height },
              { x, y: y + height },
            ].map(seen);
            return <g key={mark.id}>{line([...corners, corners[0] as Point], palette.verdigris)}</g>;
          })
        : null}
      {shown.lines?.map(({ points, kind }, i) => (
        <g key={i}>
          {line(
            points,
            kind === 'unit' || kind === 'inside'
              ? palette.verdigris
              : kind === 'outside'
                ? palette.ink
                : palette.bluePencil,
            kind === 'span' ? '10 6' : undefined,
          )}
        </g>
      ))}
      {shown.box ? box(shown.box, palette.verdigris) : null}
    </>
  );
}
