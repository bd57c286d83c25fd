import type { ToldRule } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { arrow } from '../correction';
import { pathThrough } from '../laid-drawing';
import type { LaidPlace } from '../laid-over';
import { Pins } from '../pin';
import { redline } from '../redline';

type Places = readonly Point[];

/** The lines of a rule through its places: of equal lengths two, else one. */
const linesThrough = (rule: ToldRule['rule']['rule'], places: Places): string =>
  rule === 'equal'
    ? `${pathThrough(places.slice(0, 2))} ${pathThrough(places.slice(2))}`
    : pathThrough(places);

/** Where the place that is off would lie, the others being where they are. */
function rightPlace({ rule: { rule }, size }: ToldRule, places: Places, height: number): Point {
  const [a, b, c, d] = places as [Point, Point, Point, Point];
  const by = (size * height) / 100;
  switch (rule) {
    case 'level':
      return { x: b.x, y: b.y - by };
    case 'plumb':
      return { x: b.x - by, y: b.y };
    case 'above':
      return { x: a.x, y: a.y - by };
    case 'equal': {
      const first = Math.hypot(b.x - a.x, b.y - a.y);
      const second = Math.hypot(d.x - c.x, d.y - c.y) || 1;
      const share = (second - (size * first) / 100) / second;
      return { x: c.x + share * (d.x - c.x), y: c.y + share * (d.y - c.y) };
    }
    case 'begins': {
      const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
      return { x: c.x - (by * (b.x - a.x)) / length, y: c.y - (by * (b.y - a.y)) / length };
    }
  }
}

const movedPlace = ({ rule: { rule } }: ToldRule): number =>
  ({ level: 1, plumb: 1, above: 0, equal: 3, begins: 2 })[rule];

interface RuleMarksProps {
  /** Those that do not hold. */
  readonly rules: readonly ToldRule[];
  /** The figure's height, the picture's pixels. */
  readonly figureHeight: number;
  readonly place: LaidPlace;
  readonly chosen: number | null;
  readonly onChoose: (place: number | null) => void;
}

/** Rules that do not hold: their lines in the drawing, and where the place that is off should lie, dashed. */
export function RuleMarks({ rules, figureHeight, place, chosen, onChoose }: RuleMarksProps) {
  const { unit } = place;
  const { pen, halo } = redline(unit);
  const all = rules.map((told) => {
    const drawn = told.places.map((one) => one.drawn);
    const moved = movedPlace(told);
    const from = drawn[moved] as Point;
    const to = rightPlace(told, drawn, figureHeight);
    const should = drawn.map((at, i) => (i === moved ? to : at));
    return {
      at: from,
      lines: linesThrough(told.rule.rule, should),
      way: arrow(from, to, 14 * unit),
    };
  });
  return (
    <g data-mark="rules">
      {all.map(({ lines, way }, i) =>
        chosen === null || chosen === i ? (
          <g key={i} data-mark="rule">
            <path d={lines} {...halo} />
            <path d={lines} {...pen} strokeDasharray={`${12 * unit} ${10 * unit}`} />
            <path d={way} {...halo} />
            <path d={way} {...pen} />
          </g>
        ) : null,
      )}
      <Pins {...place} {...{ chosen, onChoose }} at={all.map(({ at }) => at)} />
    </g>
  );
}
