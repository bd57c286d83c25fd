import { madeCase } from '@deft/camera';
import { findPage, layFlat, liftInk, loopsRound } from '@deft/core/paper';
import { agreement } from '../packages/core/src/paper/agreement.ts';
import { drawnOn } from './paper-truth.ts';

/** What came of one made photo. */
export interface PaperCase {
  readonly seed: number;
  readonly conditions: string;
  /** Worst corner, per cent of the diagonal; null where no page was found. */
  readonly off: number | null;
  readonly f1True: number;
  /** With the corners that were found; only of every third photo, to save time. */
  readonly f1Found: number | null;
  /** Drawings parted into as many loops; null where lines join them all. */
  readonly parted: boolean | null;
}

function caseOf(seed: number): PaperCase {
  const { page, photo } = madeCase(seed);
  const rgb = { width: photo.width, height: photo.height, data: photo.rgb };
  const truth = drawnOn(page);
  const corners = photo.corners!;
  const found = findPage(rgb);
  const off =
    found &&
    (100 * Math.max(...found.corners.map((c, i) => Math.hypot(c.x - corners[i]!.x, c.y - corners[i]!.y)))) /
      Math.hypot(photo.width, photo.height);
  const lifted = liftInk(layFlat(rgb, corners, page));
  return {
    seed,
    conditions: photo.conditions,
    off,
    f1True: agreement(lifted.mask, truth, 2).f1,
    f1Found:
      found && off !== null && off <= 0.5 && Math.floor(seed / 3) % 3 === 0
        ? agreement(liftInk(layFlat(rgb, found.corners, page)).mask, truth, 2).f1
        : null,
    parted:
      seed % 3 === 0
        ? null
        : loopsRound(lifted.mask, page.drawings.length, page.spread).length === page.drawings.length,
  };
}

// A part of the photos in a process of its own: `paper-cases.ts FIRST COUNT STEP`, a line of JSON for each.
const [first = 0, count = 0, step = 1] = process.argv.slice(2).map(Number);
for (let i = 0; i < count; i += 1) console.log(JSON.stringify(caseOf(first + i * step)));
