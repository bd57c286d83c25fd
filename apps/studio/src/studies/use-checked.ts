import { useEffect, useRef, useState } from 'react';
import { headlineOfAll, inWords, kindSentences } from '@deft/core/findings';
import type { Attempt, NoticedRule, Study } from '@deft/contract';
import { checkPage } from '../data/check-page';
import type { PageKeeper } from '../data/page-keeper';
import { useRulesQuery } from '../data/marks-api';
import { useChangeReferenceMutation } from '../data/references-api';
import type { CheckedDrawing } from '../workers/check.worker';
import { useKeepReportMutation } from './api';

/** What there is to check. */
export interface ToCheck {
  readonly study: Study;
  readonly attempt: Attempt;
  readonly keeper: PageKeeper;
  readonly trace: PageKeeper | null;
}

export type Answer = CheckedDrawing;
const NONE: readonly NoticedRule[] = [];

/**
 * Checks the attempt in a worker, again whenever its pages change, and keeps how far it is off.
 * @returns the last answer; null until there is one
 */
export function useChecked(
  { study, attempt, keeper, trace }: ToCheck,
  ready: boolean,
): Answer | 'failed' | null {
  const { reference } = study;
  const [result, setResult] = useState<Answer | 'failed' | null>(null);
  // The check that is under way: the next begins when it has ended, and only the newest then.
  const underWay = useRef<Promise<unknown>>(Promise.resolve());
  const [changeReference] = useChangeReferenceMutation();
  const [keepReport] = useKeepReportMutation();
  // A check does not wait for what cannot be read: then it tells of everything else.
  const { currentData: rules = NONE, isLoading: rulesComing } = useRulesQuery(reference.id);
  const stand = `${keeper.replica.head}/${keeper.replica.pending.length}/${trace?.replica.head ?? 0}`;
  useEffect(() => {
    if (!ready || rulesComing) return;
    const { id, figureHeight } = reference;
    let gone = false;
    const begin = (): Promise<Answer> | null =>
      gone
        ? null
        : checkPage(keeper.things, {
            region: attempt.region,
            trace: trace?.things ?? null,
            reference,
            seconds: attempt.seconds,
            laid: attempt.laid,
            departures: attempt.departures,
            rules,
          });
    const asked = underWay.current.then(begin, begin);
    underWay.current = asked;
    asked.then(
      (answer) => {
        if (gone || !answer) return;
        setResult(answer);
        const versions = {
          page: keeper.replica.head,
          trace: trace?.replica.head ?? null,
          revision: reference.revision,
        };
        void keepReport({
          attempt: attempt.id,
          report: {
            ...versions,
            ...inWords(
              answer.report,
              headlineOfAll(answer, answer.values),
              kindSentences(answer, answer.values),
            ),
            line: answer.hand.line,
          },
        });
        // Once known, the figure's height stays what it is, so that attempts can be compared.
        if (!figureHeight && answer.height > 0 && answer.report.averageMiss)
          void changeReference({ id, patch: { figureHeight: answer.height } });
      },
      () => !gone && setResult('failed'),
    );
    return () => {
      gone = true;
    };
  }, [keeper, trace, reference, attempt, stand, ready, rules, rulesComing, changeReference, keepReport]);
  return result;
}
