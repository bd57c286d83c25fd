import { playedOnServer } from './played.ts';
import { row } from './table.ts';

/**
 * At the server's door, by seed: changes whose fields do not fit their things (its `edge.test.ts`), and
 * spoiled batches (its `soak.test.ts`).
 */

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

const SPOILED = 1000;
const refused = playedOnServer('soak.test.ts', {
  how: ['--test-name-pattern', 'spoiled batches'],
  environment: { DEFT_SPOILED: String(SPOILED) },
});
row(
  `${SPOILED} spoiled batches: refused by name, nothing of them stored`,
  `${refused.passed} of ${refused.all}`,
  'held',
  refused.passed === 1 && refused.all === 1,
);
