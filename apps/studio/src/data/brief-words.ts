import { spokenTime } from '@deft/core/session';
import type { Pass, SessionBrief } from '@deft/contract';

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

/** A day as lists say it, its weekday first. @param at milliseconds since 1970, or a date */
export const dayWords = (at: number | Date): string =>
  new Date(at).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
