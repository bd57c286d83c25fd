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
 * Where a limb was found, it errs by more than its doubts say: factors of their squares for its turn and for
 * its length, by the joint that it begins at. No line says where a hip is: of a hundred unchanged thighs in
 * made drawings one seemed turned by over five of its own standard errors, of shins and arms by over three
 * and a half, of heads by over three.
 */
const LIMB_ERRS: Readonly<Record<string, Readonly<Record<'tilt' | 'proportion', number>>>> = {
  hip: { tilt: 4, proportion: 2.5 },
  knee: { tilt: 3, proportion: 1.4 },
};
const OTHER_ERRS = { tilt: 1.8, proportion: 1.5 };

const restsOnFound = ({ pairs }: Topic, { ids }: Doubt): boolean =>
  pairs.some(({ drawn }) => ids.includes(drawn.id));

/** What the gain of a topic is divided by before it is said clearly; 1 where all was set. */
export const cautionOf = (topic: Topic, doubt: Doubt = NO_DOUBT): number =>
  restsOnFound(topic, doubt) ? CAUTION : 1;

/** What the gain of a topic is divided by before it is believed at all; 1 where all was set. */
export function widthOf(topic: Topic, subject: Subject, doubt: Doubt = NO_DOUBT): number {
  const { about, kind, pairs } = topic;
  const limb = subject.axes.some(
    (axis) => axis.name === about && (axis.kind === 'limb' || axis.kind === 'chain'),
  );
  if (!limb || kind === 'place' || !restsOnFound(topic, doubt)) return 1;
  const joint = pairs[0]?.reference.name?.split(' ').at(-1) ?? '';
  return (LIMB_ERRS[joint] ?? OTHER_ERRS)[kind];
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
