import { LARGEST_PAPER, SMALLEST_PAPER } from '@deft/contract';
import { pageBox, type Change, type Page, type Patch } from '@deft/core/page';

/** Sizes paper is sold in, upright, millimetres. */
export const PAPER_SIZES = {
  A6: [105, 148],
  A5: [148, 210],
  A4: [210, 297],
  A3: [297, 420],
  square: [200, 200],
} as const satisfies Record<string, readonly [number, number]>;
export type PaperSize = keyof typeof PAPER_SIZES;

export const PAPER_COLOURS = [
  { name: 'cream', hex: '#FBF8F1' },
  { name: 'white', hex: '#FFFFFF' },
  { name: 'grey', hex: '#D4D2CC' },
  { name: 'tan', hex: '#D3BE9C' },
  { name: 'blue-grey', hex: '#BCC7CE' },
  { name: 'night', hex: '#30343B' },
] as const;

export const MM_PER_INCH = 25.4;

export type Side = 'left' | 'right' | 'top' | 'bottom';

const setting = (paper: Page, to: Patch): Change => ({ set: [{ id: paper.id, to }] });

/**
 * The paper as large as said; what is drawn keeps its place from the left top corner. Null where that is no
 * paper.
 */
export function resizing(paper: Page, width: number, height: number): Change | null {
  const fits = [width, height].every((side) => side >= SMALLEST_PAPER && side <= LARGEST_PAPER);
  return fits ? setting(paper, { width, height }) : null;
}

/** More paper at one side; everything drawn stays where it is. Null where it would get too large. */
export function growing(paper: Page, side: Side, by: number): Change | null {
  const { minX, minY } = pageBox(paper);
  const across = side === 'left' || side === 'right';
  const size = (across ? paper.width : paper.height) + by;
  if (size < SMALLEST_PAPER || size > LARGEST_PAPER) return null;
  if (across) return setting(paper, { width: size, ...(side === 'left' ? { x: minX - by } : {}) });
  return setting(paper, { height: size, ...(side === 'top' ? { y: minY - by } : {}) });
}

export const colouring = (paper: Page, colour: string): Change => setting(paper, { colour });
export const parting = (paper: Page, columns: number, rows: number): Change =>
  setting(paper, { cells: columns * rows > 1 ? { columns, rows } : null });

/** Whether a paper has a size that is sold, either way round. */
export function sizeOf({ width, height }: Pick<Page, 'width' | 'height'>): PaperSize | null {
  const found = (Object.keys(PAPER_SIZES) as PaperSize[]).find((name) => {
    const [w, h] = PAPER_SIZES[name];
    return (w === width && h === height) || (w === height && h === width);
  });
  return found ?? null;
}

/** Pixels a page has at a resolution. */
export const pixelsAt = (
  { width, height }: Pick<Page, 'width' | 'height'>,
  dpi: number,
): { width: number; height: number } => ({
  width: Math.round((width / MM_PER_INCH) * dpi),
  height: Math.round((height / MM_PER_INCH) * dpi),
});
