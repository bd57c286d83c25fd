import { playedInBrowser, playedOnServer } from './played.ts';
import { row } from './table.ts';

/**
 * The soaks at their full size: pages drawn on by two devices while the server dies (its `soak.test.ts`), and
 * the browser's with all its seeds (`e2e/soak.ts` says what each does and must leave).
 */

const PAGES = 20;
const drawn = playedOnServer('soak.test.ts', {
  how: ['--test-name-pattern', 'random gestures'],
  environment: { DEFT_SOAK_PAGES: String(PAGES) },
});
row(
  `${PAGES} pages of 2,000 gestures by two devices, through kills of the server`,
  `${drawn.passed} of ${drawn.all}`,
  'as by definition',
  drawn.passed === 1 && drawn.all === 1,
);

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
