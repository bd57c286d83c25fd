import { playedOnServer } from './played.ts';
import { row } from './table.ts';

/** Changes whose fields do not fit their things, by seed, at the server's door: see its `edge.test.ts`. */

const TRIES = 10_000;
const { passed, all } = playedOnServer('edge.test.ts', {
  how: ['--test-name-pattern', 'changes that do not fit'],
  environment: { DEFT_MISFITS: String(TRIES) },
});
row(
  `${TRIES} changes that do not fit: none stored, none answered 500, goes out each hundred`,
  `${passed} of ${all}`,
  'held',
  passed === 1 && all === 1,
);
