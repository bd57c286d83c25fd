import type { Id } from '@deft/core/page';
import type { ServerContext } from '../context.ts';
import { Refused } from '../store/refusals.ts';
import type { PageSource, Placed, PlacedFile } from './render-page.ts';

type Gathering = Pick<ServerContext, 'store' | 'files' | 'pool' | 'log'>;

/** The file behind what lies on a page; null for a picture that is gone, which a page goes out without. */
async function fileOf({ store, files, log }: Gathering, placed: Placed): Promise<PlacedFile | null> {
  const { of, reference, revision } = placed;
  try {
    if (of === 'paper') {
      const { sha256, width, height } = await store.readInk(reference, revision);
      return { ...placed, path: files.path(sha256), width, height };
    }
    const { picture } = await store.referenceFiles(reference, revision);
    const { width, height } = await store.readReference(reference, revision);
    return { ...placed, path: files.path(picture.sha256), width, height };
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    log.warn({ reference, revision }, 'a page shows a picture that is not on the desk');
    return null;
  }
}

/**
 * All that rendering a page takes, gathered for the pool.
 * @param pictures what lies on it too; without, its operations alone
 * @throws Gone where there is no such page
 */
export async function pageSource(
  context: Gathering,
  page: Id,
  { pictures, signal }: { readonly pictures: boolean; readonly signal: AbortSignal },
): Promise<PageSource> {
  const text = await context.store.readPageText(page, 0);
  if (!pictures) return { text, pictures: [] };
  const { placed, misfits } = await context.pool.until(signal).placementsOn(text);
  if (misfits > 0) context.log.warn({ page, misfits }, 'fields that do not fit their things are left out');
  const found = await Promise.all(placed.map((one) => fileOf(context, one)));
  return { text, pictures: found.filter((file) => file !== null) };
}
