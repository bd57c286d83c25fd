import { useEffect, useRef } from 'react';
import type { Point } from '@deft/core/geometry';
import { usePalette } from '../../ui/use-desk-theme';
import type { Surface } from '../surface';
import { toScreen } from '../view';
import { COVER } from './over-page';

/**
 * The desk's colour laid thinly over all that is not the part of the page one works on: other drawings are
 * there, and not meant.
 */
export function RegionVeil({
  surface,
  region,
}: {
  readonly surface: Surface;
  readonly region: readonly Point[];
}) {
  const palette = usePalette();
  const path = useRef<SVGPathElement>(null);
  useEffect(() => {
    const { painter } = surface;
    const place = (): void => {
      const { room, view } = painter;
      const corners = region
        .map((p) => toScreen(view, p))
        .map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`);
      path.current?.setAttribute('d', `M0 0H${room.width}V${room.height}H0ZM${corners.join('L')}Z`);
    };
    place();
    return painter.onView(place);
  }, [surface, region]);
  return (
    <svg style={COVER} aria-hidden>
      <path ref={path} fill={palette.desk} fillOpacity={0.72} fillRule="evenodd" />
    </svg>
  );
}
