import type { Id } from '@deft/core/page';
import { isUntouched, type Preparation } from '@deft/core/reference';
import type { ServerContext } from '../context.ts';

type Preparing = Pick<ServerContext, 'store' | 'files' | 'pool'>;

/**
 * The number of a preparation beside the untouched original; the same settings give the same one.
 * @param current makes a new one the one that is shown from now on
 */
export async function preparedAs(
  { store, files, pool }: Preparing,
  id: Id,
  settings: Preparation,
  current = false,
): Promise<number> {
  const known = isUntouched(settings) ? 0 : await store.knownPreparation(id, settings);
  if (known !== null) return known;
  const { picture: source } = await store.referenceFiles(id, 0);
  const { picture, mime, preview, small, width, height } = await pool.prepare(
    files.path(source.sha256),
    settings,
  );
  return store.keepPreparation(
    id,
    {
      settings,
      width,
      height,
      picture: await files.keep(picture, mime),
      preview: await files.keep(preview, 'image/webp'),
      small: await files.keep(small, 'image/webp'),
    },
    current,
  );
}

/** Prepares a reference and makes that the current state. Gives the preparation's number. */
export async function prepareReference(context: Preparing, id: Id, settings: Preparation): Promise<number> {
  const revision = await preparedAs(context, id, settings, true);
  await context.store.changeReference(id, { revision });
  return revision;
}
