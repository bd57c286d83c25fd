import { useRouter } from 'expo-router';
import type { NewSession, Pass } from '@deft/contract';
import { setTimed } from './desk-slice';
import { useDeskDispatch } from './store';
import { useStartSessionMutation } from './sessions-api';
import { useOpenStudyMutation } from './studies-api';

/** Starts sessions and studies and goes to them. */
export function useStart() {
  const router = useRouter();
  const send = useDeskDispatch();
  const [startSession, session] = useStartSessionMutation();
  const [openStudy, study] = useOpenStudyMutation();
  return {
    busy: session.isLoading || study.isLoading,
    failed: session.isError || study.isError,
    start: async (wanted: NewSession): Promise<void> => {
      const { set, plan, pictures } = wanted;
      const made = await startSession(wanted)
        .unwrap()
        .catch(() => null);
      // What was drawn of certain pictures only is no habit.
      if (made && !pictures) send(setTimed({ last: { set, plan } }));
      if (made) router.push({ pathname: '/sessions/[id]', params: { id: made.id } });
    },
    /** @param pass to begin with; where it was left, if that is not said */
    study: async (what: { reference: string } | { attempt: string }, pass?: Pass): Promise<void> => {
      const made = await openStudy(what)
        .unwrap()
        .catch(() => null);
      if (made)
        router.push({
          pathname: '/studies/[id]',
          params: {
            id: made.id,
            ...('attempt' in what ? { attempt: what.attempt } : {}),
            ...(pass ? { pass } : {}),
          },
        });
    },
  };
}
