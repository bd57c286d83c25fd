import { proxy } from 'comlink';
import type { Point } from '@deft/core/geometry';
import type { Reference } from '@deft/contract';
import type { PeopleSeen } from '../workers/person.worker';
import { previewOf } from './addresses';
import { personWorker } from './workers';

export type { PeopleSeen };

/**
 * Looks for people in a reference's untouched original, in the worker; original-picture pixels.
 * @param touched where the one that is meant was touched; null where nobody was
 * @param coming told how much of what reads pictures has come, 0 to 1, the first time
 */
export const seePeople = (
  { id, original }: Pick<Reference, 'id' | 'original'>,
  touched: Point | null,
  coming: (share: number) => void,
): Promise<PeopleSeen> =>
  personWorker().see(
    new URL(previewOf({ id, revision: 0 }), window.location.href).href,
    { width: original.width, height: original.height },
    touched,
    proxy(coming),
  );
