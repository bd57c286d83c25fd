import { useEffect, useMemo, useState } from 'react';
import { placementOf } from '@deft/core/findings';
import { invert } from '@deft/core/geometry';
import { withinRegion, type Id, type Thing } from '@deft/core/page';
import type { Study } from '@deft/contract';
import { checkPage } from '../data/check-page';
import { readPage } from '../data/read-page';
import type { Other } from './laid-over';
import type { Looking } from './looking';

/**
 * Another drawing of the same reference, laid on it: the trace as it was traced, an earlier attempt as its
 * own
 * check lays it. Null for the picture itself, until it is read, and where it cannot be laid.
 */
export function useOther(
  { against }: Looking,
  study: Study,
  trace: ReadonlyMap<Id, Thing> | null,
): Other | null {
  const [earlier, setEarlier] = useState<{ readonly of: Id; readonly other: Other | null } | null>(null);
  const attempt = study.attempts.find(({ id }) => id === against) ?? null;
  const { reference } = study;
  useEffect(() => {
    if (!attempt) return;
    let gone = false;
    const read = async (): Promise<Other | null> => {
      const page = await readPage(attempt.page);
      const { region, seconds } = attempt;
      const { report } = await checkPage(page, { region, trace, reference, seconds, placesOnly: true });
      const { toReference } = report;
      return toReference && { things: withinRegion(page, region), region, toReference };
    };
    read()
      .catch(() => null)
      .then((other) => !gone && setEarlier({ of: attempt.id, other }));
    return () => {
      gone = true;
    };
  }, [attempt, reference, trace]);
  const traced = useMemo((): Other | null => {
    const placement = against === 'trace' && trace ? placementOf(trace, reference.id) : null;
    return placement && trace ? { things: trace, region: null, toReference: invert(placement) } : null;
  }, [against, trace, reference.id]);
  if (attempt) return earlier?.of === attempt.id ? earlier.other : null;
  return traced;
}
