import type { Subject } from '../subjects/subject.ts';
import type { Topic } from './causes.ts';
import { NO_DOUBT, type Doubt } from './doubt.ts';
import { SHARES } from './sureness.ts';

/** What is asked of findings that rest on places which were found in ink, and not set. */

/**
 * By how much more must speak for it before it is clear, where the finding of a place may have gone wrong:
 * a factor of the gain.
 */
const CAUTION = 2.5;
/** As large a share may be false of what is said to be perhaps off: it is to be looked at, not yet done. */
const PERHAPS = 0.1;

const restsOnFound = ({ pairs }: Topic, { ids }: Doubt): boolean =>
  pairs.some(({ drawn }) => ids.includes(drawn.id));

/** What the gain of a topic is divided by before it is said clearly; 1 where all was set. */
export const cautionOf = (topic: Topic, doubt: Doubt = NO_DOUBT): number =>
  restsOnFound(topic, doubt) ? CAUTION : 1;

/** As large a share of what is perhaps off may be false. */
export const perhapsShare = (topic: Topic, doubt: Doubt = NO_DOUBT): number =>
  restsOnFound(topic, doubt) ? PERHAPS : SHARES.perhaps;

/**
 * Whether a topic may be no more than where in its lines a place was found: a single landmark that stands
 * off, or the length of a line across that may not be drawn at all. It accounts for that, and is not told.
 */
export function isOnlyFound({ kind, about, pairs }: Topic, subject: Subject, { ids }: Doubt): boolean {
  if (!pairs.every(({ drawn }) => ids.includes(drawn.id))) return false;
  const across = subject.axes.some((axis) => axis.name === about && axis.kind === 'line');
  return kind === 'place' || (kind === 'proportion' && across);
}
