import { playedInBrowser } from './played.ts';
import { row } from './table.ts';

/**
 * Sessions in the browser at their full length: see `e2e/session-kills.spec.ts` and
 * `e2e/long-session.spec.ts`.
 */

const SEEDS = 20;

const kills = playedInBrowser('session-kills.spec.ts', {
  how: ['--fully-parallel'],
  environment: { DEFT_KILL_SEEDS: String(SEEDS), DEFT_KILLS: '2' },
});
row(
  'sessions of 2 short and 2 long poses through two kills of the server: seeds with every pose, time and stroke',
  `${kills.passed} of ${kills.all}`,
  'all',
  kills.passed === SEEDS,
);
// Alone, since it is measured.
const long = playedInBrowser('long-session.spec.ts', {
  how: ['--workers', '1'],
  environment: { DEFT_LONG: '1' },
});
row(
  '60 poses of 2 s with the processor 6 × slower: in sight, and half a minute out of sight',
  `${long.passed} of ${long.all}`,
  'both',
  long.passed === 2 && long.all === 2,
);
