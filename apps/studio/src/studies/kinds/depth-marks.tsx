import type { DepthReport } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { pathThrough } from '../laid-drawing';
import type { LaidPlace } from '../laid-over';
import { Pins } from '../pin';
import type { ChosenPlace } from './shown-over';
import { redline } from '../redline';

/** A ring round a place. */
const ringAt = ({ x, y }: Point, r: number): string =>
  `M ${x - r} ${y} a ${r} ${r} 0 1 0 ${2 * r} 0 a ${r} ${r} 0 1 0 ${-2 * r} 0`;

/**
 * Where what lies in front is behind, where forms nearly touch, and forms that are foreshortened or turned.
 */
export function DepthMarks({
  depth,
  place,
  chosen,
  onChoose,
}: { readonly depth: DepthReport; readonly place: LaidPlace } & ChosenPlace) {
  const { unit } = place;
  const all = [
    ...depth.overlaps.map(({ at }) => ({ at, path: ringAt(at, 26 * unit) })),
    ...depth.touches.map(({ at, along }) => ({ at, path: pathThrough(along) })),
    ...[...depth.rounds, ...depth.turns].map(({ at }) => ({ at, path: ringAt(at, 12 * unit) })),
  ];
  const { pen, halo } = redline(unit);
  return (
    <g data-mark="depth">
      {all.map(({ path }, i) =>
        chosen === null || chosen === i ? (
          <g key={i}>
            <path d={path} {...halo} />
            <path d={path} {...pen} />
          </g>
        ) : null,
      )}
      <Pins {...place} {...{ chosen, onChoose }} at={all.map(({ at }) => at)} />
    </g>
  );
}
