import type { StudyBrief } from '@deft/contract';
import { planPictures, type Plan } from '@deft/core/session';
import { passName, posesCounted } from '../data/brief-words';

/** The sentences of the desk, in one place. */
export const EMPTY_DESK =
  'The desk is empty. Bring in a picture of something you want to learn to draw, and study it.';
export const NO_STUDIES = 'What you study will wait for you here.';

export const warmUp = (set: string): string => `Warm up with ${set}`;
/** What a plan asks for, and what the set's note says. */
export const planOf = (plan: Plan, note: string): string =>
  `${plan.title}: ${posesCounted(planPictures(plan))}. ${note}`.trim();

/** Where a study was left. */
export function studyState({ pass, attempts }: StudyBrief): string {
  const name = passName(pass);
  return attempts > 1 ? `${name}, attempt ${attempts}` : name;
}
