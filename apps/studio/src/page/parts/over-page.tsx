import { useEffect, useRef, type ReactNode } from 'react';
import type { Surface } from '../surface';
import { viewAffine } from '../view';

/** What lies over the page and moves with it, given as SVG in page millimetres. It takes no touch. */
export function OverPage({
  surface,
  testID,
  children,
}: {
  readonly surface: Surface;
  readonly testID: string;
  readonly children: ReactNode;
}) {
  const group = useRef<SVGGElement>(null);
  useEffect(() => {
    const { painter } = surface;
    const place = (): void =>
      group.current?.setAttribute('transform', `matrix(${viewAffine(painter.view).join(' ')})`);
    place();
    return painter.onView(place);
  }, [surface]);
  return (
    <svg style={COVER} data-testid={testID} aria-hidden>
      <g ref={group}>{children}</g>
    </svg>
  );
}

/** All of the page's room on the screen, and no touch taken. */
export const COVER = {
  position: 'absolute',
  inset: 0,
  width: '100%',
  height: '100%',
  pointerEvents: 'none',
} as const;
