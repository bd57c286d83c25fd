import {
  checkPages,
  mendPage,
  needsPictureLines,
  planesIn,
  referenceItems,
  type CheckedPages,
  type CheckedReference,
  type Item,
  type Mend,
  type ValueReport,
} from '@deft/core/findings';
import type { Region } from '@deft/core/page';
import * as Comlink from 'comlink';
import { liftedLines, linesOfInk, type LiftedInk } from './lifted-lines';
import { seenLines } from './seen-lines';
import type { SeenPicture } from './seen-picture';
import { seenValues } from './seen-values';

type Pages = Omit<Parameters<typeof checkPages>[0], 'lines'>;

/**
 * What is to be checked, with ink that was lifted from paper onto the attempt's page, and its region there.
 */
export interface Checkable extends Pages {
  readonly lifted: readonly LiftedInk[];
  readonly region: Region;
  readonly picture: SeenPicture;
}

/** All that a check says of a drawing. */
export interface CheckedDrawing extends CheckedPages {
  /** Its values; null where hardly any tone is laid, or the drawing does not lie on its picture. */
  readonly values: ValueReport | null;
}

/** What is off on an attempt's page, to be taken hold of there. */
export type ToMend = Parameters<typeof mendPage>[0] & { readonly picture: SeenPicture };

/** The reference with the lines of its picture, where its landmarks alone are no figure. */
const withLines = async (
  items: readonly Item[],
  reference: CheckedReference,
  picture: SeenPicture,
): Promise<CheckedReference> =>
  needsPictureLines(items, reference) ? { ...reference, lines: await seenLines(picture) } : reference;

const work = {
  linesOfInk,
  async check({ lifted, region, picture, ...pages }: Checkable): Promise<CheckedDrawing> {
    const checked = checkPages({
      ...pages,
      reference: await withLines(referenceItems(pages.trace, pages.reference), pages.reference, picture),
      lines: await liftedLines(pages.attempt, lifted, region),
    });
    const { toReference } = checked.report;
    const { attempt, reference } = pages;
    const { silhouettes = [] } = reference;
    // In a short time nobody lays tone that is to be judged: nothing of its shape is told then either.
    const values =
      toReference && checked.shape
        ? await seenValues({
            ...{ attempt, lifted, picture, silhouettes, toReference },
            height: checked.height,
            planes: planesIn(checked),
          })
        : null;
    return { ...checked, values };
  },
  async mend({ picture, ...input }: ToMend): Promise<Mend> {
    return mendPage({
      ...input,
      reference: await withLines(input.checked.meant.reference, input.reference, picture),
    });
  },
};
export type CheckWork = typeof work;

Comlink.expose(work);
