import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, install } from './prepare.mjs';
import { root } from './run.mjs';

/**
 * `npm start` opens the student's own desk; `npm run demo` one with the demo's sets on it. Each has its own
 * data folder.
 */

const demo = process.argv.includes('--demo');
await install();
await build();
const data = process.env.DEFT_DATA ?? join(root, 'data', demo ? 'demo' : 'desk');
const server = spawn(process.execPath, ['--enable-source-maps', join(root, 'apps/server/build/main.js')], {
  env: { ...process.env, DEFT_ROOT: root, DEFT_DATA: data, DEFT_DEMO: demo ? '1' : '0' },
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
