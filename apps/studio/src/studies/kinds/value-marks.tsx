import type { ValueReport } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { ON_PAGE } from '../../ui/theme';
import { pathThrough } from '../laid-drawing';

/**
 * The darkest place filled and the lightest empty, the drawing's in full and the picture's dashed, and what
 * was left unfilled.
 * @param unit a thousandth of the picture
 */
export function ValueMarks({ values, unit }: { readonly values: ValueReport; readonly unit: number }) {
  const { darkest, lightest, holes } = values;
  const pen = { stroke: ON_PAGE.correction, strokeWidth: 4 * unit };
  const ring = ({ x, y }: Point, isDashed: boolean) => (
    <>
      <circle cx={x} cy={y} r={20 * unit} fill="none" stroke={ON_PAGE.paper} strokeWidth={9 * unit} />
      <circle
        cx={x}
        cy={y}
        r={20 * unit}
        fill="none"
        {...pen}
        {...(isDashed ? { strokeDasharray: `${7 * unit} ${6 * unit}` } : {})}
      />
    </>
  );
  return (
    <g data-mark="values">
      {[darkest, lightest].map((place, i) => (
        <g key={i}>
          {ring(place.drawn, false)}
          {place.isOther ? ring(place.reference, true) : null}
          <circle
            cx={place.drawn.x}
            cy={place.drawn.y}
            r={7 * unit}
            {...pen}
            fill={i === 0 ? ON_PAGE.correction : ON_PAGE.paper}
          />
        </g>
      ))}
      {holes.map(({ at, outlines }) => (
        <path
          key={`${at.x} ${at.y}`}
          d={outlines.map((outline) => pathThrough(outline, true)).join('')}
          fill="none"
          {...pen}
          data-mark="unfilled"
        />
      ))}
    </g>
  );
}
