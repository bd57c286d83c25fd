import type { Plan } from '@deft/core/session';

/** The sentences of the desk, in one place. */
export const EMPTY_DESK =
  'The desk is empty. Bring in a picture of something you want to learn to draw, and study it.';
export const NO_STUDIES = 'What you study will wait for you here.';

/** Minutes beyond which a plan is no warm-up any more. */
const WARM_UP = 15;
/** What one begins with: a set, for so many seconds. */
export const beginWith = (set: string, seconds: number): string =>
  seconds <= 60 * WARM_UP ? `Warm up with ${set}` : `Draw from ${set}`;
/** A plan by its name, and what the set's note says. */
export const planOf = ({ title }: Plan, note: string): string => `${title}. ${note}`.trim();
export const ABOUT_BLANK =
  'From imagination or a recipe. A picture found later can be attached; then it is checked like any attempt.';
