import { useEffect, useState } from 'react';
import { changeBetween, type CheckReport } from '@deft/core/findings';
import type { Id } from '@deft/core/page';
import type { Attempt } from '@deft/contract';
import { checkPage } from '../data/check-page';
import { readPage } from '../data/read-page';
import { useStudyQuery } from './api';
import { useStudy } from './study-context';

/** What became of an attempt against the one before it. */
export interface Step {
  /** Null while it is worked out, and where nothing can be said. */
  readonly said: string | null;
  readonly coming: boolean;
}

/** An attempt that was checked, and the last one before it that was. */
interface Pair {
  readonly before: Attempt;
  readonly after: Attempt;
  /** Which attempt the earlier one is, from 1. */
  readonly nth: number;
}

/** Every checked attempt with the checked one before it, the newest first: that is what one looks for. */
function pairsOf(attempts: readonly Attempt[]): Pair[] {
  const checked = attempts
    .map((attempt, i) => ({ attempt, nth: i + 1 }))
    .filter(({ attempt }) => attempt.miss !== null);
  return checked
    .slice(1)
    .map(({ attempt: after }, i) => ({
      before: (checked[i] as (typeof checked)[number]).attempt,
      after,
      nth: (checked[i] as (typeof checked)[number]).nth,
    }))
    .reverse();
}

/**
 * What got better from each checked attempt to the next, by the attempt: both are checked once more, one pair
 * after the other, since what a check keeps is only words.
 */
export function useProgress(): ReadonlyMap<Id, Step> {
  const { study, trace } = useStudy();
  // A check may have been carried out since the study was read.
  const { data: fresh = study } = useStudyQuery(study.id, { refetchOnMountOrArgChange: true });
  const [steps, setSteps] = useState<ReadonlyMap<Id, Step>>(new Map());
  const { attempts, reference } = fresh;
  useEffect(() => {
    const pairs = pairsOf(attempts);
    let gone = false;
    const reports = new Map<Id, Promise<CheckReport>>();
    const read = async ({ page, region, seconds, laid, departures }: Attempt): Promise<CheckReport> => {
      const things = await readPage(page);
      const asked = { region, reference, seconds, laid, departures, trace: trace?.things ?? null };
      return (await checkPage(things, { ...asked, placesOnly: true })).report;
    };
    const reportOf = (attempt: Attempt): Promise<CheckReport> => {
      const known = reports.get(attempt.id) ?? read(attempt);
      reports.set(attempt.id, known);
      return known;
    };
    const tell = (of: Id, step: Step): void => {
      if (!gone) setSteps((told) => new Map(told).set(of, step));
    };
    const work = async (): Promise<void> => {
      for (const { after } of pairs) tell(after.id, { said: null, coming: true });
      for (const { before, after, nth } of pairs) {
        if (gone) return;
        const said = await Promise.all([reportOf(before), reportOf(after)]).then(
          ([first, second]) => changeBetween(first, second, `attempt ${nth}`),
          () => null,
        );
        tell(after.id, { said, coming: false });
      }
    };
    void work();
    return () => {
      gone = true;
    };
  }, [attempts, reference, trace]);
  return steps;
}
