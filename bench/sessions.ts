import { spawnSync } from 'node:child_process';
import { row } from './table.ts';

/** Sessions in the browser at their full length: see `e2e/session-kills.spec.ts` and `e2e/long-session.spec.ts`. */

const SEEDS = 20;
const { status, stdout } = spawnSync('npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts', 'session-kills.spec.ts', 'long-session.spec.ts'], {
  env: { ...process.env, DEFT_KILL_SEEDS: String(SEEDS), DEFT_LONG: '1' }, encoding: 'utf8', maxBuffer: 1e8,
});
if (status !== 0) console.log(stdout.split('\n').slice(-60).join('\n'));
const lines = stdout.split('\n').filter((line) => line.includes('measured:'));
for (const line of lines) console.log(`       ${line.slice(line.indexOf('measured:') + 9).trim()}`);
const passed = Number(/(\d+) passed/.exec(stdout)?.[1] ?? 0);
const failed = Number(/(\d+) failed/.exec(stdout)?.[1] ?? 0);
row(`sessions through kills, ${SEEDS} seeds; 60 poses of 2 s, 6 × slower, seen and hidden half a minute`, `${passed} of ${passed + failed}`, 'all', status === 0 && failed === 0);
