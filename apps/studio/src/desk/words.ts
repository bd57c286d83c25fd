import { spokenTime } from '@deft/core/session';
import type { SessionBrief, StudyBrief } from '@deft/contract';

/** The sentences of the desk, in one place. */
export const EMPTY_DESK =
  'The desk is empty. Bring in a picture of something you want to learn to draw, and study it.';
export const NO_STUDIES = 'What you study will wait for you here.';

export const warmUp = (set: string): string => `Warm up with ${set}`;
export const onePose = (title: string, note: string): string =>
  `One pose, 60 seconds: ${title.toLowerCase()}. ${note}`;

/** Where a study was left. */
export function studyState({ pass, attempts }: StudyBrief): string {
  const name = `${pass.charAt(0).toUpperCase()}${pass.slice(1)}`;
  return attempts > 1 ? `${name}, attempt ${attempts}` : name;
}

export const dayWords = (at: number | Date): string =>
  new Date(at).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });

/** How far a session came. */
export function sessionState({ over, count, drawnMs }: SessionBrief): string {
  const poses = `${count} ${count === 1 ? 'pose' : 'poses'}`;
  return over ? `${poses}, ${spokenTime(drawnMs)} drawn` : `${poses}, held`;
}
