import type { LineUp, RelationsReport } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { arrow } from '../correction';
import { pathThrough } from '../laid-drawing';
import type { LaidPlace } from '../laid-over';
import { Pins } from '../pin';
import { redline } from '../redline';

interface RelationMarksProps {
  readonly relations: RelationsReport;
  readonly place: LaidPlace;
  readonly chosen: number | null;
  readonly onChoose: (place: number | null) => void;
}

/** A relation on the drawing: what is drawn in full, how it is in the picture dashed. */
interface Shown {
  readonly drawn: string;
  readonly should: string;
  readonly at: Point;
}

type Places = RelationsReport['places'];
type Place = Parameters<Parameters<Places['forEach']>[0]>[0];

const drawnAt = (places: Places, name: string): Point => places.get(name)?.drawn ?? { x: 0, y: 0 };

/** The line that should run straight, and how its last place would come onto it. */
function lineUpShown({ kind, about }: LineUp, places: Places, head: number): Shown {
  const [a, b, c] = about.map((name) => drawnAt(places, name)) as [Point, Point, Point | undefined];
  if (kind !== 'through' || !c) {
    const should = kind === 'plumb' ? { x: a.x, y: b.y } : { x: b.x, y: a.y };
    return { drawn: arrow(b, should, head), should: pathThrough([a, should]), at: b };
  }
  const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const t = ((c.x - a.x) * (b.x - a.x) + (c.y - a.y) * (b.y - a.y)) / (length * length);
  const foot = { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) };
  return { drawn: arrow(c, foot, head), should: pathThrough([a, b]), at: c };
}

/** Line-ups that are not kept, and the triangle that is off most. */
export function RelationMarks({ relations, place, chosen, onChoose }: RelationMarksProps) {
  const { unit } = place;
  const { lineUps, triangle, asymmetry, places } = relations;
  const all: Shown[] = lineUps.map((one) => lineUpShown(one, places, 14 * unit));
  if (triangle)
    all.push({
      drawn: pathThrough(
        triangle.about.map((name) => drawnAt(places, name)),
        true,
      ),
      should: pathThrough(
        triangle.about.map((name) => places.get(name)?.reference ?? { x: 0, y: 0 }),
        true,
      ),
      at: drawnAt(places, triangle.about[0]),
    });
  if (asymmetry) {
    const pair = asymmetry.about.map((name) => places.get(name)) as [Place, Place];
    all.push({
      drawn: pathThrough(pair.map(({ drawn }) => drawn)),
      should: pathThrough(pair.map(({ reference }) => reference)),
      at: pair[0].drawn,
    });
  }
  const { pen, halo } = redline(unit);
  const shown = all.flatMap((one, i) => (chosen === null || chosen === i ? [{ ...one, i }] : []));
  return (
    <g data-mark="relations">
      {shown.map(({ drawn, should, i }) => (
        <g key={i} data-mark="relation">
          <path d={should} {...halo} />
          <path d={should} {...pen} strokeDasharray={`${12 * unit} ${10 * unit}`} />
          <path d={drawn} {...halo} />
          <path d={drawn} {...pen} />
        </g>
      ))}
      <Pins {...place} {...{ chosen, onChoose }} at={all.map(({ at }) => at)} />
    </g>
  );
}
