import { madePage, type MadeLayout, type MadePage } from './made-page.ts';
import { madeConditions, madePhoto, type MadePhoto } from './made-photo.ts';

/** Layouts in turn: ruled cells, scattered over a page, over a spread. */
const LAYOUTS: readonly MadeLayout[] = [
  { kind: 'grid', cells: { columns: 3, rows: 3 }, ruled: true },
  { kind: 'scattered', count: 6 },
  { kind: 'spread', count: 8 },
];

/** A made page and a made photo of it for a seed, about two megapixels, held as its page lies. */
export function madeCase(seed: number): { page: MadePage; photo: MadePhoto } {
  const layout = LAYOUTS[seed % LAYOUTS.length] as MadeLayout;
  const page = madePage({ layout, seed });
  const size = page.spread ? { width: 1600, height: 1200 } : { width: 1200, height: 1600 };
  return { page, photo: madePhoto(page, madeConditions(seed), seed, size) };
}
