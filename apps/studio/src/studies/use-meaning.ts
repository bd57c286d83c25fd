import { meaning, type Departure } from '@deft/core/findings';
import type { Attempt, Study } from '@deft/contract';
import { useSay } from '../ui/notes';
import { useChangeAttemptMutation } from './api';
import { NOT_MEANT } from './words';

/** What is meant otherwise in an attempt than it is in the picture, and the way to say so or take it back. */
export function useMeaning(study: Study, attempt: Attempt) {
  const say = useSay();
  const [changeAttempt] = useChangeAttemptMutation();
  const { departures } = attempt;
  const keep = (next: readonly Departure[], said: string | null): void => {
    changeAttempt({ study: study.id, attempt: attempt.id, patch: { departures: next } })
      .unwrap()
      .then(
        () => {
          if (said) say({ text: said, undo: () => keep(departures, null) });
        },
        () => say({ text: NOT_MEANT }),
      );
  };
  return {
    departures,
    /** @param said in a note, with a way back; null where it can be taken back on the spot */
    mean: (departure: Departure, said: string | null) => keep(meaning(departures, departure), said),
    takeBack: (departure: Departure, said: string) =>
      keep(
        departures.filter((one) => one !== departure),
        said,
      ),
  };
}
