import type { Pass as PassKey } from '@deft/contract';
import type { ComponentType } from 'react';
import type { Pass } from '../../page/shell/pass';
import { CheckPass } from '../check-pass';
import { build } from './build';
import { Observe } from './observe';
import { refine } from './refine';
import { trace } from './trace';

/** A pass of a study: on which page it lies, and either its shell or a screen of its own. */
interface StudyPass {
  readonly page: 'trace' | 'attempt' | null;
  readonly next: PassKey | null;
  readonly shell: Pass | null;
  readonly Screen: ComponentType | null;
}

/** The passes of a study in their order, each in a file of its own. */
export const STUDY_PASSES: Readonly<Record<PassKey, StudyPass>> = {
  observe: { page: null, next: 'trace', shell: null, Screen: Observe },
  trace: { page: 'trace', next: 'build', shell: trace, Screen: null },
  build: { page: 'attempt', next: 'check', shell: build, Screen: null },
  refine: { page: 'attempt', next: 'check', shell: refine, Screen: null },
  check: { page: 'attempt', next: null, shell: null, Screen: CheckPass },
};
