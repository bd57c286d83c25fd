import { useLocalSearchParams, useRouter } from 'expo-router';
import { begunOf, type PaperWork, type Session } from '@deft/contract';
import { sentenceOf } from '../data/refusals';
import { usePapersQuery } from '../papers/api';
import { LiftWork } from '../papers/lift-work';
import { Photos } from '../papers/photos';
import { useSay } from '../ui/notes';
import { Screen, Waiting } from '../ui/screen';
import { useJoinPaperMutation, useSessionQuery } from './api';
import { Splitting } from './splitting';
import { PHOTOGRAPH_PAGE } from './words';

/** The paper of a session: photographed, laid flat, lifted, and joined to its poses. */
export function PaperScreen() {
  const { session: id = '' } = useLocalSearchParams<{ session?: string }>();
  const { data: session, isError, error, refetch } = useSessionQuery(id);
  const of = { kind: 'session', id } as const;
  const { data: papers } = usePapersQuery(of);
  return (
    <Screen title="From paper">
      {session && papers ? (
        <Photos of={of} papers={papers} hint={PHOTOGRAPH_PAGE}>
          {(paper) => <SessionPaper session={session} paper={paper} />}
        </Photos>
      ) : (
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      )}
    </Screen>
  );
}

/** One photo of it; lifted, its drawings are joined to the poses. */
function SessionPaper({ session, paper }: { readonly session: Session; readonly paper: PaperWork }) {
  const router = useRouter();
  const say = useSay();
  const [join, joining] = useJoinPaperMutation();
  const { id } = session;
  const done = (): void =>
    router.canGoBack() ? router.back() : router.replace({ pathname: '/sessions/[id]', params: { id } });
  const failed = (error: unknown): void =>
    say({ text: sentenceOf(error) ?? 'The desk does not answer. Nothing is lost; try again in a moment.' });
  return (
    <LiftWork paper={paper}>
      {(page) => (
        <Splitting
          key={page}
          paper={paper}
          page={page}
          poses={begunOf(session.poses).filter(({ step }) => step.ground === 'on paper')}
          busy={joining.isLoading}
          onJoin={(poses) => void join({ id: paper.id, session: id, poses }).unwrap().then(done, failed)}
        />
      )}
    </LiftWork>
  );
}
