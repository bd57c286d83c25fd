import { checkPages } from '@deft/core/findings';
import * as Comlink from 'comlink';

const work = { checkPages };
export type CheckWork = typeof work;

Comlink.expose(work);
