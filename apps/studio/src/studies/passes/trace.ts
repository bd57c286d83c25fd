import { HANDS } from '../../data/desk-slice';
import type { Pass } from '../../page/shell/pass';
import { PASS_NOTES } from '../words';
import { TraceOver, TracesPanel } from '../traces-panel';
import { Beside, Names, STUDY_PANELS } from './page-parts';

/** Over the faded picture, as simply as possible: forms, landmarks, structure lines. */
export const trace: Pass = {
  name: 'Trace',
  hands: HANDS,
  firstHand: () => 'Forms',
  places: ['Behind', 'Beside', 'Corner', 'Away'],
  firstPlace: () => 'Behind',
  hint: PASS_NOTES.trace,
  panels: [{ name: 'traces', label: 'Traces', Panel: TracesPanel }, ...STUDY_PANELS],
  Beside,
  Under: Names,
  Over: TraceOver,
};
