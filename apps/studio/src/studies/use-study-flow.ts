import { useRouter } from 'expo-router';
import { useCallback, useEffect, useState } from 'react';
import type { Id } from '@deft/core/page';
import type { Attempt, InMind, Pass, Study, Trace } from '@deft/contract';
import { useAddAttemptMutation, useAddTraceMutation, useChangeStudyMutation } from './api';
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
  readonly attempt: Attempt | null;
  /** Which attempt it is, from 1. */
  readonly nth: number;
  readonly showNext: () => void;
  readonly beginAnew: (inMind: InMind | null) => void;
  /** A page could not be begun. */
  readonly failed: boolean;
  readonly retry: () => void;
}

/** Which pass of a study one is in, on which trace and attempt; pages are begun where there is none yet. */
export function useStudyFlow(study: Study, asked: Asked): StudyFlow {
  const [changeStudy] = useChangeStudyMutation();
  const [addTrace, tracing] = useAddTraceMutation();
  const [addAttempt, attempting] = useAddAttemptMutation();
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
  const attempt = study.attempts.find(({ id }) => id === attemptId) ?? study.attempts.at(-1) ?? null;
  const trace = study.traces.at(-1) ?? null;
  const nth = attempt ? study.attempts.indexOf(attempt) + 1 : 1;
  const { page } = STUDY_PASSES[pass];
  const lacksTrace = page === 'trace' && !trace && tracing.isUninitialized;
  const lacksAttempt = page === 'attempt' && !attempt && attempting.isUninitialized;
  useEffect(() => {
    if (lacksTrace) void addTrace(study.id);
    if (lacksAttempt) void addAttempt({ id: study.id, inMind: null, paper: null, departures: [] });
  }, [lacksTrace, lacksAttempt, addTrace, addAttempt, study.id]);
  const go = useCallback(
    (to: Pass): void => {
      setPass(to);
      void changeStudy({ id: study.id, pass: to });
      // What the address asked for is done: loaded again, the study is where it was left.
      if (isAsked) router.setParams({ attempt: undefined, pass: undefined });
    },
    [changeStudy, study.id, isAsked, router],
  );
  return {
    pass,
    go,
    trace,
    attempt,
    nth,
    showNext: () => setAttempt(study.attempts[nth % study.attempts.length]?.id ?? null),
    beginAnew: (inMind) =>
      // What one means to change on purpose, one means the next time as well.
      void addAttempt({ id: study.id, inMind, paper: null, departures: attempt?.departures ?? [] })
        .unwrap()
        .then(
          (more) => {
            setAttempt(more.attempts.at(-1)?.id ?? null);
            go('build');
          },
          () => undefined,
        ),
    failed: tracing.isError || attempting.isError,
    retry: () => {
      tracing.reset();
      attempting.reset();
    },
  };
}
