import { ON_PAGE } from '../ui/theme';

/**
 * A teacher's pen on the drawing, and the paper-coloured line under it so that it shows on any picture.
 * @param unit a thousandth of the picture, in its pixels
 */
export function redline(unit: number) {
  const pen = {
    fill: 'none',
    stroke: ON_PAGE.correction,
    strokeWidth: 4.5 * unit,
    strokeLinecap: 'round' as const,
    strokeLinejoin: 'round' as const,
  };
  return { pen, halo: { ...pen, stroke: ON_PAGE.paper, strokeWidth: 9 * unit, opacity: 0.8 } };
}
