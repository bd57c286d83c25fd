import type { Pose } from '@deft/contract';
import { spoken } from './words';

/** What there is to say of how a pose went: real, planned and held time, and its way. */
export function factsOf({ step, drawnMs, heldMs, addedMs, skipped, flipped }: Pose): string[] {
  const drawn = step.ground === 'on paper' ? `${spoken(step.seconds * 1000)} on paper` : `${spoken(drawnMs ?? 0)} drawn of ${spoken(step.seconds * 1000)}`;
  return [
    drawn, addedMs > 0 ? `${spoken(addedMs)} added` : '', heldMs >= 1000 ? `held ${spoken(heldMs)}` : '', step.source === 'sight' ? '' : step.source === 'memory' ? 'from memory' : 'from what you knew',
    step.ground === 'on a grid' ? 'on a grid' : '', flipped ? 'the other way round' : '', skipped ? 'skipped' : '',
  ].filter((fact) => fact !== '');
}
