import { useRouter } from 'expo-router';
import { useCallback, useEffect, useState } from 'react';
import type { Id } from '@deft/core/page';
import type { Attempt, InMind, Pass, Study, Trace } from '@deft/contract';
import { useChangeStudyMutation } from '../data/studies-api';
import { useAddAttemptMutation, useAddTraceMutation, useChangeTraceMutation } from './api';
import { STUDY_PASSES } from './passes';

/** Where one wants to begin in a study; where it was left, if that is not said. */
export interface Asked {
  readonly attempt: Id | null;
  readonly pass: Pass | null;
}

export interface StudyFlow {
  readonly pass: Pass;
  readonly go: (to: Pass) => void;
  readonly trace: Trace | null;
  /** Opens another trace: from then on it is the one that counts. */
  readonly showTrace: (trace: Id) => void;
  readonly traceAgain: () => void;
  readonly markTrace: (trace: Id, kind: string) => void;
  readonly attempt: Attempt | null;
  /** Which attempt it is, from 1. */
  readonly nth: number;
  /** Shows another attempt; null for the last there is, or a new one where there is none. */
  readonly showAttempt: (attempt: Id | null) => void;
  readonly beginAnew: (inMind: InMind | null, source?: 'sight' | 'knowledge') => void;
  /** Shows the untimed copy of the drawing that is shown, which its bell has closed. */
  readonly showCopy: () => void;
  /** A page could not be begun. */
  readonly failed: boolean;
  readonly retry: () => void;
}

/** An attempt with nothing on it yet. */
const BLANK = { inMind: null, paper: null, copyOf: null, departures: [] } as const;

/** Which pass of a study one is in, on which trace and attempt; pages are begun where there is none yet. */
export function useStudyFlow(study: Study, asked: Asked): StudyFlow {
  const [changeStudy] = useChangeStudyMutation();
  const [addTrace, tracing] = useAddTraceMutation();
  const [changeTrace] = useChangeTraceMutation();
  const [addAttempt, attempting] = useAddAttemptMutation();
  const [addCopy, copying] = useAddAttemptMutation();
  const [pass, setPass] = useState<Pass>(asked.pass ?? study.pass);
  const [attemptId, setAttempt] = useState<Id | null>(asked.attempt);
  const [heard, setHeard] = useState(asked);
  // Asked for something else while it is open: after a drawing was brought in.
  if (asked.pass !== heard.pass || asked.attempt !== heard.attempt) {
    setHeard(asked);
    if (asked.pass) setPass(asked.pass);
    if (asked.attempt) setAttempt(asked.attempt);
  }
  const router = useRouter();
  const isAsked = asked.pass !== null || asked.attempt !== null;
  const found = study.attempts.find(({ id }) => id === attemptId);
  const chosen = found ?? study.attempts.at(-1) ?? null;
  const copy = study.attempts.findLast(({ copyOf }) => copyOf !== null && copyOf === chosen?.id) ?? null;
  const { page, shell } = STUDY_PASSES[pass];
  // What its bell has closed is drawn on as a copy.
  const needsCopy = page === 'attempt' && shell !== null && chosen !== null && chosen.closedAt !== null;
  const attempt = needsCopy ? copy : chosen;
  // An attempt that was just begun may not have come yet: then what stands in its place is not copied.
  const isSettled = attemptId === null || found !== undefined;
  const trace = study.traces.find(({ id }) => id === study.trace) ?? null;
  const nth = attempt ? study.attempts.indexOf(attempt) + 1 : 1;
  const lacksTrace = page === 'trace' && !trace && tracing.isUninitialized;
  const lacksAttempt = page === 'attempt' && !chosen && attempting.isUninitialized;
  const lacksCopy =
    needsCopy && isSettled && !copy && copying.originalArgs?.copyOf !== chosen.id ? chosen.id : null;
  useEffect(() => {
    if (lacksTrace) void addTrace(study.id);
    if (lacksAttempt) void addAttempt({ id: study.id, ...BLANK });
  }, [lacksTrace, lacksAttempt, addTrace, addAttempt, study.id]);
  useEffect(() => {
    if (lacksCopy) void addCopy({ id: study.id, ...BLANK, copyOf: lacksCopy });
  }, [lacksCopy, addCopy, study.id]);
  const goTo = useCallback(
    (to: Pass, shown: Id | null): void => {
      setPass(to);
      if (shown) setAttempt(shown);
      void changeStudy({ id: study.id, pass: to });
      // What the address asked for is done: loaded again, the study is where it was left.
      if (isAsked) router.setParams({ attempt: undefined, pass: undefined });
    },
    [changeStudy, study.id, isAsked, router],
  );
  return {
    pass,
    // What is drawn on is what is looked at next: a copy, where one was needed.
    go: (to) => goTo(to, attempt?.id ?? null),
    trace,
    showTrace: (to) => void changeStudy({ id: study.id, trace: to }),
    traceAgain: () => void addTrace(study.id),
    markTrace: (trace, kind) => void changeTrace({ id: study.id, trace, kind }),
    attempt,
    nth,
    showAttempt: (to) => {
      setAttempt(to);
      if (to !== null) return;
      attempting.reset();
      copying.reset();
    },
    beginAnew: (inMind, source = 'sight') =>
      // What one means to change on purpose, one means the next time as well.
      void addAttempt({ id: study.id, ...BLANK, inMind, source, departures: attempt?.departures ?? [] })
        .unwrap()
        .then(
          (more) => {
            goTo('build', more.attempts.at(-1)?.id ?? null);
          },
          () => undefined,
        ),
    showCopy: () => {
      if (copy) setAttempt(copy.id);
      else if (chosen)
        void addCopy({ id: study.id, ...BLANK, copyOf: chosen.id })
          .unwrap()
          .then(
            ({ attempts }) => setAttempt(attempts.at(-1)?.id ?? null),
            () => undefined,
          );
    },
    failed: tracing.isError || attempting.isError || copying.isError,
    retry: () => {
      copying.reset();
      tracing.reset();
      attempting.reset();
    },
  };
}
