import type { Pass } from '../../page/shell/pass';

/** A pose of a session: the page alone, with the pen in hand; the clock says when. */
export const posePass: Pass = {
  name: 'Pose',
  hands: ['Draw'],
  firstHand: () => 'Draw',
  places: [],
  firstPlace: () => null,
  hint: '',
  panels: [],
  bare: true,
};
