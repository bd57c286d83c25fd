import { playedInBrowser } from './played.ts';
import { row } from './table.ts';

/**
 * Long journeys at the size that `npm test` leaves out: it goes each of them at one size. The rules for
 * access are a part of their own.
 */

const { passed, all } = playedInBrowser('e2e/', {
  how: ['--grep', '@bench', '--grep-invert', 'rules for access'],
  environment: { DEFT_JOURNEYS: 'all' },
});
row('long journeys at their other size', `${passed} of ${all}`, 'all', passed === all && all > 12);
