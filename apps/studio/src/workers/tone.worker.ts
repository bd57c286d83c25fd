import { blockIn } from '@deft/core/page';
import { expose } from 'comlink';

const work = { blockIn };

export type ToneWork = typeof work;
expose(work);
