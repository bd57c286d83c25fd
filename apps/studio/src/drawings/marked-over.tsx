import type { LookedOver } from '@deft/core/alone';
import type { Point } from '@deft/core/geometry';
import { OverPage } from '../page/parts/over-page';
import { useShell } from '../page/shell/shell-context';
import { ON_PAGE } from '../ui/theme';
import { useDrawing } from './drawing-context';
import { useLookedOver } from './use-looked-over';

const path = (points: readonly Point[]): string =>
  points.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(2)} ${y.toFixed(2)}`).join('');

/** A plumb line through the weight, and from where to where the drawing stands. */
const plumb = ({ balance }: LookedOver): string =>
  balance
    ? `M${balance.weight.x} ${balance.weight.y}V${balance.stands.ground}M${balance.stands.from} ${balance.stands.ground}H${balance.stands.to}`
    : '';

/** What was seen when the page was looked over, marked on it where one wants that. */
export function MarkedOver() {
  const { marked } = useDrawing();
  return marked ? <Marks /> : null;
}

function Marks() {
  const { surface } = useShell();
  const seen = useLookedOver();
  if (!surface) return null;
  const touches = (seen.touches ?? []).map(({ along }) => path(along)).join('');
  const size = (seen.room?.maxY ?? 0) - (seen.room?.minY ?? 0);
  return (
    <OverPage surface={surface} testID="marked-over">
      <path
        d={touches}
        {...LINE}
        stroke={ON_PAGE.correction}
        strokeWidth={5}
        opacity={0.55}
        data-mark="touch"
      />
      <path d={plumb(seen)} {...LINE} stroke={ON_PAGE.paper} strokeWidth={5} opacity={0.85} />
      <path d={plumb(seen)} {...LINE} stroke={ON_PAGE.correction} strokeWidth={2} data-mark="plumb" />
      {seen.balance ? (
        <circle
          cx={seen.balance.weight.x}
          cy={seen.balance.weight.y}
          r={0.012 * size}
          fill={ON_PAGE.correction}
        />
      ) : null}
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
