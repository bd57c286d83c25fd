import { HANDS } from '../../data/desk-slice';
import { RefineOver } from '../../page/parts/refine-over';
import type { Pass } from '../../page/shell/pass';
import { PlaceKept, UnderPose } from '../long-pose-parts';

/** A long pose of a session: the whole page with everything that belongs to it, while the clock runs. */
export const longPosePass: Pass = {
  name: 'Pose',
  hands: HANDS,
  firstHand: () => 'Draw',
  places: ['Beside', 'Corner', 'Away'],
  firstPlace: (wide) => (wide ? 'Beside' : 'Corner'),
  hint: '',
  panels: [],
  Row: RefineOver,
  Under: UnderPose,
  Over: PlaceKept,
};
