import { drawnForms } from '@deft/core/page';
import { HANDS } from '../../data/desk-slice';
import type { Pass } from '../../page/shell/pass';
import { PASS_NOTES } from '../words';
import { Beside, BUILD_PANELS, OverBuild, TraceSwitch, UnderBuild } from './page-parts';

/**
 * On a clean page, freehand: a ground line first, then forms; the reference beside, in the corner or away.
 */
export const build: Pass = {
  name: 'Build',
  hands: HANDS,
  firstHand: (things) => (drawnForms(things).length === 0 ? 'Guides' : 'Forms'),
  places: ['Beside', 'Corner', 'Away'],
  firstPlace: (wide) => (wide ? 'Beside' : 'Corner'),
  hint: PASS_NOTES.build,
  panels: BUILD_PANELS,
  Seeing: TraceSwitch,
  Beside,
  Under: UnderBuild,
  Over: OverBuild,
};
