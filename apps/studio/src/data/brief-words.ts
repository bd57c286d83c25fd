import { spokenTime } from '@deft/core/session';
import type { Pass, SessionBrief, StudyBrief } from '@deft/contract';

/** How sessions and studies are put in words wherever they are listed. */

/** A pass by its name: its key with a capital. */
export const passName = (pass: Pass): string => `${pass.charAt(0).toUpperCase()}${pass.slice(1)}`;

export const posesCounted = (count: number): string => `${count} ${count === 1 ? 'pose' : 'poses'}`;

/** How far a session has come. */
export function sessionState({ over, count, drawnMs, starred }: SessionBrief): string {
  if (!over) return `${posesCounted(count)}, held`;
  const stars = starred ? `, ${starred} starred` : '';
  return `${posesCounted(count)}, ${spokenTime(drawnMs)} drawn${stars}`;
}

/** What a session goes by. */
export const sessionTitle = ({ title, set }: Pick<SessionBrief, 'title' | 'set'>): string =>
  title || set.title;

/** What a study goes by. */
export const studyTitle = ({
  title,
  reference,
}: {
  readonly title: string;
  readonly reference: Pick<StudyBrief['reference'], 'title'>;
}): string => title || reference.title;

/** Where a study was left. */
export function studyState({ pass, attempts }: Pick<StudyBrief, 'pass' | 'attempts'>): string {
  return attempts > 0
    ? `${passName(pass)}, ${attempts} ${attempts === 1 ? 'attempt' : 'attempts'}`
    : passName(pass);
}
