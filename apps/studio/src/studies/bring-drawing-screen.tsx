import { useLocalSearchParams, useRouter } from 'expo-router';
import type { PaperWork, Study } from '@deft/contract';
import { sentenceOf } from '../data/refusals';
import { usePapersQuery } from '../papers/api';
import { LiftWork } from '../papers/lift-work';
import { Photos } from '../papers/photos';
import { DrawnPage } from '../page/parts/drawn-page';
import { MainAct } from '../ui/acts';
import { useSay } from '../ui/notes';
import { Screen, Waiting } from '../ui/screen';
import { View } from 'react-native';
import { useAddAttemptMutation, useStudyQuery } from './api';
import { BRING_DRAWING } from './words';

/** A drawing that was made elsewhere, on paper or in a picture, becomes an attempt of a study. */
export function BringDrawingScreen() {
  const { study: id = '' } = useLocalSearchParams<{ study?: string }>();
  const { data: study, isError, error, refetch } = useStudyQuery(id);
  const of = { kind: 'study', id } as const;
  const { data: papers } = usePapersQuery(of);
  return (
    <Screen title="A drawing made elsewhere">
      {study && papers ? (
        <Photos of={of} papers={papers} hint={BRING_DRAWING}>
          {(paper) => <StudyPaper study={study} paper={paper} />}
        </Photos>
      ) : (
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      )}
    </Screen>
  );
}

/** One photo of it; lifted, it is taken as an attempt and checked. */
function StudyPaper({ study, paper }: { readonly study: Study; readonly paper: PaperWork }) {
  const router = useRouter();
  const say = useSay();
  const [addAttempt, adding] = useAddAttemptMutation();
  const take = (): void =>
    void addAttempt({ id: study.id, inMind: null, copyOf: null, paper: paper.id, departures: [] })
      .unwrap()
      .then(
        (more) =>
          // The study from which one came, if there is one, and no second of it.
          router.dismissTo({
            pathname: '/studies/[id]',
            params: { id: study.id, attempt: more.attempts.at(-1)?.id ?? '', pass: 'check' },
          }),
        (error: unknown) =>
          say({
            text: sentenceOf(error) ?? 'The desk does not answer. Nothing is lost; try again in a moment.',
          }),
      );
  return (
    <LiftWork paper={paper}>
      {(page) => (
        <>
          <View style={{ height: 420 }}>
            <DrawnPage page={page} label="What was lifted" />
          </View>
          <MainAct
            label="Check it as an attempt"
            onPress={take}
            disabled={adding.isLoading}
            testID="take-attempt"
          />
        </>
      )}
    </LiftWork>
  );
}
