import type { Point } from '@deft/core/geometry';
import { OverPage } from '../page/parts/over-page';
import type { Surface } from '../page/surface';
import { ON_PAGE } from '../ui/theme';

/** Dashed lines over the page that show where something should lie. Page millimetres. */
export function GhostLines({
  surface,
  lines,
}: {
  readonly surface: Surface;
  readonly lines: readonly (readonly Point[])[];
}) {
  const d = lines
    .map((line) => line.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(2)} ${y.toFixed(2)}`).join(''))
    .join('');
  return (
    <OverPage surface={surface} testID="ghost">
      <path d={d} {...LINE} stroke={ON_PAGE.paper} strokeWidth={6} opacity={0.8} />
      <path d={d} {...LINE} stroke={ON_PAGE.correction} strokeWidth={2.5} strokeDasharray="8 6" />
    </OverPage>
  );
}

const LINE = {
  fill: 'none',
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
  // As thick on the screen however near one looks.
  vectorEffect: 'non-scaling-stroke',
} as const;
