import type { Mark } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { pathThrough } from './laid-drawing';
import { redline } from './redline';

/** From where it is to where it should be. */
export function Correction({ mark, unit }: { readonly mark: Mark; readonly unit: number }) {
  const { pen, halo } = redline(unit);
  const dash = `${12 * unit} ${9 * unit}`;
  if (mark.kind === 'arrow') {
    const d = arrow(mark.from, mark.to, 16 * unit);
    return (
      <g data-mark="arrow">
        <path d={d} {...halo} />
        <path d={d} {...pen} />
      </g>
    );
  }
  if (mark.kind === 'outline') {
    return (
      <g data-mark="outline">
        <path d={pathThrough(mark.drawn, true)} {...halo} />
        <path d={pathThrough(mark.drawn, true)} {...pen} />
        <path d={pathThrough(mark.reference, true)} {...halo} />
        <path d={pathThrough(mark.reference, true)} {...pen} strokeDasharray={dash} />
        {[0, 12, 24, 36]
          .map((i) => ({ i, from: mark.drawn[i], to: mark.reference[i] }))
          .map(({ i, from, to }) =>
            from && to && Math.hypot(to.x - from.x, to.y - from.y) > 6 * unit ? (
              <path key={i} d={arrow(from, to, 9 * unit)} {...pen} strokeWidth={3 * unit} />
            ) : null,
          )}
      </g>
    );
  }
  const [a, b] = mark.drawn;
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const half = Math.hypot(b.x - a.x, b.y - a.y) / 2;
  const angle = ([p, q]: readonly [Point, Point]): number => Math.atan2(q.y - p.y, q.x - p.x);
  const reach = half * 1.25;
  const from = angle(mark.drawn);
  const to =
    from + Math.atan2(Math.sin(angle(mark.reference) - from), Math.cos(angle(mark.reference) - from));
  const at = (t: number, r: number): Point => ({
    x: middle.x + r * Math.cos(t),
    y: middle.y + r * Math.sin(t),
  });
  const sweep = Array.from({ length: 13 }, (_, i) => at(from + ((to - from) * i) / 12, reach));
  const should = pathThrough([at(to, -reach), at(to, reach)]);
  const is = pathThrough([at(from, -reach), at(from, reach)]);
  const bend = pathThrough(sweep) + arrow(sweep[10] as Point, sweep[12] as Point, 12 * unit);
  return (
    <g data-mark="arc">
      <path d={is} {...halo} />
      <path d={is} {...pen} />
      <path d={should} {...halo} />
      <path d={should} {...pen} strokeDasharray={dash} />
      <path d={bend} {...pen} />
    </g>
  );
}

/** A line from one place to another with a head at its end, as a path. */
export function arrow(from: Point, to: Point, head: number): string {
  const t = Math.atan2(to.y - from.y, to.x - from.x);
  const barb = (turn: number): Point => ({
    x: to.x - head * Math.cos(t + turn),
    y: to.y - head * Math.sin(t + turn),
  });
  return pathThrough([from, to]) + pathThrough([barb(0.5), to, barb(-0.5)]);
}
