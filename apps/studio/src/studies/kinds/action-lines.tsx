import type { ActionReport } from '@deft/core/findings';
import { curveThrough } from '@deft/core/geometry';
import { ON_PAGE } from '../../ui/theme';
import { pathThrough } from '../laid-drawing';

/**
 * The line of action of the drawing in full, and the picture's dashed.
 * @param unit a thousandth of the picture
 */
export function ActionLines({ action, unit }: { readonly action: ActionReport; readonly unit: number }) {
  const pen = {
    fill: 'none',
    stroke: ON_PAGE.correction,
    strokeWidth: 5 * unit,
    strokeLinecap: 'round' as const,
    strokeLinejoin: 'round' as const,
  };
  const halo = { ...pen, stroke: ON_PAGE.paper, strokeWidth: 10 * unit, opacity: 0.8 };
  const [drawn, reference] = [action.drawn, action.reference].map((line) => pathThrough(curveThrough(line)));
  return (
    <g data-mark="action">
      <path d={reference} {...halo} />
      <path d={reference} {...pen} strokeDasharray={`${12 * unit} ${10 * unit}`} />
      <path d={drawn} {...halo} />
      <path d={drawn} {...pen} />
    </g>
  );
}
