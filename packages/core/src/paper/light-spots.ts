import { fromNeighbours, inBlocks, spreadOut } from './blocks.ts';
import type { Grey } from './picture.ts';

/** The most that a light spot counts. */
const LARGEST_SHARE = 0.1;

/**
 * How much lighter than paper its lightest spots are, round each place. Ink only takes light; grain, folds
 * and the rims of
 * shadows give as much of it beside as they take, so what is no darker than its surroundings are light is
 * none.
 */
export function lightSpots(page: Grey): Grey {
  const lightest = inBlocks(page, (values) => {
    let over = 0;
    for (const value of values) if (value - 1 > over) over = value - 1;
    return Math.min(LARGEST_SHARE, over);
  });
  return spreadOut(
    fromNeighbours(lightest, (near) => Math.max(...near)),
    page.width,
    page.height,
  );
}
