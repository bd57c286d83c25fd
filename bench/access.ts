import { playedInBrowser } from './played.ts';
import { row } from './table.ts';

/** Every screen, on a phone and on a wide desk, each by day and by night: see `e2e/access.spec.ts`. */

const { passed, all } = playedInBrowser('access.spec.ts', {
  environment: { DEFT_ACCESS: 'all', DEFT_JOURNEYS: 'all' },
});
row(
  'WCAG 2.0 to 2.2 A and AA on every screen by day and by night: sizes with no violation',
  `${passed} of ${all}`,
  'both',
  passed === 2 && all === 2,
);
