import type { Pass } from '../../page/shell/pass';
import { DrawingsOver } from '../drawings-over';
import { posePass } from './pose';

/** A page that was lifted from paper, to be split into drawings: loops are drawn round them, nothing else. */
export const paperPass: Pass = { ...posePass, name: 'Paper', hands: [], Over: DrawingsOver };
