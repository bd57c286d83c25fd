import { HANDS } from '../../data/desk-slice';
import type { Pass } from '../../page/shell/pass';
import { PASS_NOTES } from '../words';
import { TogetherPanel } from '../together-strip';
import { TracesPanel } from '../traces-panel';
import { Beside, OverTrace, STUDY_PANELS, UnderTrace } from './page-parts';

/** Over the faded picture, as simply as possible: forms, landmarks, structure lines. */
export const trace: Pass = {
  name: 'Trace',
  hands: HANDS,
  firstHand: () => 'Forms',
  places: ['Behind', 'Beside', 'Corner', 'Away'],
  firstPlace: () => 'Behind',
  hint: PASS_NOTES.trace,
  panels: [
    { name: 'traces', label: 'Traces', Panel: TracesPanel },
    { name: 'together', label: null, Panel: TogetherPanel },
    ...STUDY_PANELS,
  ],
  Beside,
  Under: UnderTrace,
  Over: OverTrace,
};
