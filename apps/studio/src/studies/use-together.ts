import { useRouter } from 'expo-router';
import type { Id } from '@deft/core/page';
import { SUBJECTS } from '@deft/core/subjects';
import type { TraceOn } from '@deft/contract';
import { commonSubject } from '../data/common-subject';
import { useSetTracesQuery } from '../data/traces-api';
import { useOpenStudyMutation } from '../data/studies-api';
import { useStudy } from './study-context';

/** Where one is in a set whose pictures are traced together. */
export interface InTogether {
  readonly rows: readonly TraceOn[];
  /** Which picture it is, from 0; -1 where it is no longer in the set. */
  readonly at: number;
  /** The part that is traced now; null where the subject has no parts to go by. */
  readonly step: string | null;
  /** Parts in the order in which they are traced. */
  readonly steps: readonly string[];
  readonly isFirst: boolean;
  readonly isLast: boolean;
  /** The next picture, and after the last one the next part on the first. */
  readonly goOn: () => void;
  readonly goBack: () => void;
  /** Another picture of the set, or another part. */
  readonly show: (reference: Id, step: string | null) => void;
  /** Goes on with this picture alone. */
  readonly stop: () => void;
}

/** The set that the open study is traced together with; null where it is traced alone. */
export function useTogether(): InTogether | null {
  const router = useRouter();
  const { study, together } = useStudy();
  const { currentData: rows = [] } = useSetTracesQuery(together?.set ?? '', { skip: !together });
  const [openStudy] = useOpenStudyMutation();
  if (!together) return null;
  // Of all its pictures, so that a stray one of another subject does not lose the part one is at.
  const steps = SUBJECTS[commonSubject(rows)].parts;
  const nth = Math.max(0, steps.indexOf(together.step));
  const step = steps[nth] ?? null;
  const at = rows.findIndex(({ reference }) => reference === study.reference.id);
  const show = (reference: Id, to: string | null): void =>
    void openStudy({ reference })
      .unwrap()
      .then(
        ({ id }) =>
          router.replace({
            pathname: '/studies/[id]',
            params: { id, pass: 'trace', together: together.set, step: to ?? '' },
          }),
        () => undefined,
      );
  const go = (to: number): void => {
    const picture = rows[(to + rows.length) % rows.length];
    const by = to < 0 ? -1 : to >= rows.length ? 1 : 0;
    if (picture) show(picture.reference, steps[nth + by] ?? step);
  };
  return {
    rows,
    at,
    step,
    steps,
    isFirst: at <= 0 && nth === 0,
    isLast: at === rows.length - 1 && nth >= steps.length - 1,
    goOn: () => go(at + 1),
    goBack: () => go(at - 1),
    show,
    stop: () => router.replace({ pathname: '/studies/[id]', params: { id: study.id, pass: 'trace' } }),
  };
}
