import { spawnSync } from 'node:child_process';
import { row } from './table.ts';

/**
 * Sessions in the browser at their full length: see `e2e/session-kills.spec.ts` and
 * `e2e/long-session.spec.ts`.
 */

const SEEDS = 20;

function played(
  file: string,
  how: readonly string[],
  environment: Readonly<Record<string, string>>,
): { passed: number; all: number } {
  const { status, stdout } = spawnSync(
    'npx',
    ['playwright', 'test', '-c', 'e2e/playwright.config.ts', ...how, file],
    {
      env: { ...process.env, ...environment },
      encoding: 'utf8',
      maxBuffer: 1e8,
    },
  );
  if (status !== 0) console.log(stdout.split('\n').slice(-60).join('\n'));
  for (const line of stdout.split('\n').filter((one) => one.includes('measured:')))
    console.log(`       ${line.slice(line.indexOf('measured:') + 9).trim()}`);
  const passed = Number(/(\d+) passed/.exec(stdout)?.[1] ?? 0);
  return { passed, all: passed + Number(/(\d+) failed/.exec(stdout)?.[1] ?? 0) };
}

const kills = played('session-kills.spec.ts', ['--fully-parallel'], { DEFT_KILL_SEEDS: String(SEEDS) });
row(
  'sessions of 4 poses through two kills of the server: seeds with every pose, time and stroke',
  `${kills.passed} of ${kills.all}`,
  'all',
  kills.passed === SEEDS,
);
// Alone, since it is measured.
const long = played('long-session.spec.ts', ['--workers', '1'], { DEFT_LONG: '1' });
row(
  '60 poses of 2 s with the processor 6 × slower: in sight, and half a minute out of sight',
  `${long.passed} of ${long.all}`,
  'both',
  long.passed === 2 && long.all === 2,
);
