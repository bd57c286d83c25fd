import type { Pass } from '@deft/contract';

/** The words of studies, in one place. */
export const PASS_NAMES: Readonly<Record<Pass, string>> = { trace: 'Trace', build: 'Build', check: 'Check' };
export const PASS_NOTES: Readonly<Record<Pass, string>> = {
  trace: 'Lay simple forms over the faded picture, and touch a few landmarks.',
  build: 'Build it freehand from the same forms. A ground line first.',
  check: 'See what is off, by how much, and which way.',
};
export const NO_STUDIES =
  'No study yet. Open a reference and choose “Study this”, or open a pose from a session.';
export const NOTHING_TO_CHECK =
  'There is nothing to check yet. Build the picture freehand first, then come back.';
