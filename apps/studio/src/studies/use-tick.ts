import type { Study } from '@deft/contract';
import { useChangeStudyMutation } from '../data/studies-api';

/** What of a subject or a picture the student has found in a study, and the way to say so or take it back. */
export function useTick({ id: study, ticked }: Pick<Study, 'id' | 'ticked'>) {
  const [change] = useChangeStudyMutation();
  const tick = (id: string): void =>
    void change({
      id: study,
      ticked: ticked.includes(id) ? ticked.filter((other) => other !== id) : [...ticked, id],
    });
  return { ticked, tick };
}
