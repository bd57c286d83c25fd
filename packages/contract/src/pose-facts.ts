import { spokenTime } from '@deft/core/session';
import type { Pose } from './sessions.ts';

/** Poses that a session came to before it was ended, those that were passed over among them. */
export const begunOf = (poses: readonly Pose[]): readonly Pose[] => poses.filter(({ end }) => end !== null);

/** Those of them that count: all that were not passed over. */
export const countedOf = (poses: readonly Pose[]): readonly Pose[] =>
  begunOf(poses).filter(({ end }) => end !== 'passed over');

/** What there is to say of how a pose went: real, planned and held time, and its way. */
export function factsOf({ step, drawnMs, heldMs, addedMs, end, flipped }: Pose): string[] {
  const drawn =
    step.ground === 'on paper'
      ? `${spokenTime(step.seconds * 1000)} on paper`
      : `${spokenTime(drawnMs ?? 0)} drawn of ${spokenTime(step.seconds * 1000)}`;
  return [
    drawn,
    addedMs > 0 ? `${spokenTime(addedMs)} added` : '',
    heldMs >= 1000 ? `held ${spokenTime(heldMs)}` : '',
    step.source === 'sight' ? '' : step.source === 'memory' ? 'from memory' : 'from what you knew',
    step.ground === 'on a grid' ? 'on a grid' : '',
    flipped ? 'the other way round' : '',
    end === 'run out' ? '' : (end ?? ''),
  ].filter((fact) => fact !== '');
}
