import type { StudyBrief } from '@deft/contract';
import { passName } from '../data/brief-words';

/** The sentences of the desk, in one place. */
export const EMPTY_DESK =
  'The desk is empty. Bring in a picture of something you want to learn to draw, and study it.';
export const NO_STUDIES = 'What you study will wait for you here.';

export const warmUp = (set: string): string => `Warm up with ${set}`;
export const onePose = (title: string, note: string): string =>
  `One pose, 60 seconds: ${title.toLowerCase()}. ${note}`;

/** Where a study was left. */
export function studyState({ pass, attempts }: StudyBrief): string {
  const name = passName(pass);
  return attempts > 1 ? `${name}, attempt ${attempts}` : name;
}
