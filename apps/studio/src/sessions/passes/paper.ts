import type { Pass } from '../../page/shell/pass';
import { DrawingsOver } from '../drawings-over';

/** A page that was lifted from paper, to be split into drawings: loops are drawn round them, nothing else. */
export const paperPass: Pass = {
  name: 'Paper',
  hands: [],
  firstHand: () => 'Draw',
  places: [],
  firstPlace: () => null,
  hint: '',
  panels: [],
  bare: true,
  Over: DrawingsOver,
};
