import { playedInBrowser } from './played.ts';
import { row } from './table.ts';

/** The browser's soak with all its seeds: `e2e/soak.ts` says what each does and must leave. */

const SEEDS = 20;
const { passed } = playedInBrowser('soak.spec.ts', {
  how: ['--fully-parallel'],
  environment: { DEFT_SOAK_SEEDS: String(SEEDS), DEFT_SOAK_GESTURES: '200' },
});
row(
  'browser soak: seeds of 200 gestures, 2 kills, a cut network, a second tab',
  `${passed} of ${SEEDS}`,
  'all',
  passed === SEEDS,
);
