import type { Subject } from '../subjects/subject.ts';
import type { Topic } from './causes.ts';
import { NO_DOUBT, type Doubt } from './doubt.ts';
import { SHARE } from './sureness.ts';

/** What is asked of findings that rest on places which were found in ink, and not set. */

/**
 * By how much more must speak for it before it is clear, where the finding of a place may have gone wrong:
 * a factor of the gain.
 */
const CAUTION = 2;
/** As large a share may be false of what is said to be perhaps off: it is to be looked at, not yet done. */
const PERHAPS = 0.4;
/**
 * Where a limb was found, it errs by more than its doubts say: a factor of their squares. In made drawings
 * one of a hundred unchanged thighs and shins seemed off by over four of its own standard errors, and one of
 * a hundred heads and shoulder lines by over two and a half, as it should be.
 */
const LIMB_ERRS = 1.8;

const restsOnFound = ({ pairs }: Topic, { ids }: Doubt): boolean =>
  pairs.some(({ drawn }) => ids.includes(drawn.id));

/** What the gain of a topic is divided by before it is said clearly; 1 where all was set. */
export const cautionOf = (topic: Topic, doubt: Doubt = NO_DOUBT): number =>
  restsOnFound(topic, doubt) ? CAUTION : 1;

/** What the gain of a topic is divided by before it is believed at all; 1 where all was set. */
export function widthOf(topic: Topic, subject: Subject, doubt: Doubt = NO_DOUBT): number {
  const limb = subject.axes.some(
    ({ name, kind }) => name === topic.about && (kind === 'limb' || kind === 'chain'),
  );
  return limb && restsOnFound(topic, doubt) ? LIMB_ERRS : 1;
}

/** As large a share of what is perhaps off may be false. */
export const perhapsShare = (topic: Topic, doubt: Doubt = NO_DOUBT): number =>
  restsOnFound(topic, doubt) ? PERHAPS : SHARE;

/**
 * Whether a topic may be no more than where in its lines a place was found: a single landmark that stands
 * off, or the length of a line across that may not be drawn at all. It accounts for that, and is not told.
 */
export function isOnlyFound({ kind, about, pairs }: Topic, subject: Subject, { ids }: Doubt): boolean {
  if (!pairs.every(({ drawn }) => ids.includes(drawn.id))) return false;
  const across = subject.axes.some((axis) => axis.name === about && axis.kind === 'line');
  return kind === 'place' || (kind === 'proportion' && across);
}
