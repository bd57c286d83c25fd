import { spawnSync } from 'node:child_process';
import { row } from './table.ts';

/** The browser's soak with all its seeds: `e2e/soak.ts` says what each does and must leave. */

const SEEDS = 20;
const { status, stdout } = spawnSync(
  'npx',
  ['playwright', 'test', '-c', 'e2e/playwright.config.ts', '--fully-parallel', 'soak.spec.ts'],
  {
    env: { ...process.env, DEFT_SOAK_SEEDS: String(SEEDS) },
    encoding: 'utf8',
    maxBuffer: 1e8,
  },
);
if (status !== 0) console.log(stdout.split('\n').slice(-60).join('\n'));
const passed = Number(/(\d+) passed/.exec(stdout)?.[1] ?? 0);
row(
  'browser soak: seeds of 200 gestures, 2 kills, a cut network, a second tab',
  `${passed} of ${SEEDS}`,
  'all',
  passed === SEEDS,
);
