import type { WeightReport } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { ON_PAGE } from '../../ui/theme';
import { arrow } from '../correction';
import { redline } from '../redline';

/**
 * A plumb line through the weight of the drawing, the middle of its feet, and dashed where under this weight
 * they stand in the picture.
 * @param unit a thousandth of the picture
 */
export function PlumbLines({ weight, unit }: { readonly weight: WeightReport; readonly unit: number }) {
  const { drawn, reference, shift } = weight;
  const should = { x: drawn.weight.x + reference.feet.x - reference.weight.x, y: drawn.feet.y };
  const { pen, halo } = redline(unit);
  const line = `M${drawn.weight.x} ${drawn.weight.y}V${drawn.feet.y}`;
  const below = 30 * unit;
  const bend = arrow(
    { x: drawn.feet.x, y: drawn.feet.y + below },
    { x: should.x, y: should.y + below },
    12 * unit,
  );
  return (
    <g data-mark="plumb">
      {[halo, pen].map((own, i) => (
        <g key={i}>
          <path d={line} {...own} />
          <path d={standAt(drawn.feet, unit)} {...own} />
          <path
            d={standAt(should, unit)}
            {...own}
            {...(i === 1 ? { strokeDasharray: `${8 * unit} ${7 * unit}` } : {})}
          />
          {shift.sure ? <path d={bend} {...own} data-mark="move the feet" /> : null}
        </g>
      ))}
      <circle cx={drawn.weight.x} cy={drawn.weight.y} r={11 * unit} {...pen} fill={ON_PAGE.correction} />
    </g>
  );
}

/** A small stand whose top is the middle of the feet. */
const standAt = ({ x, y }: Point, unit: number): string =>
  `M${x - 18 * unit} ${y + 20 * unit}L${x} ${y}L${x + 18 * unit} ${y + 20 * unit}Z`;
