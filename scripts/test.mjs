import { rmSync } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import { needChromium } from './find-chromium.mjs';
import { build, install } from './prepare.mjs';
import { quiet, run } from './run.mjs';

/**
 * Everything: types, lint, unit, server and browser tests. `npm test -- unit server` runs only those parts.
 */

const PROJECTS = [
  'apps/studio',
  'apps/server',
  'e2e',
  'bench',
  'packages/core',
  'packages/contract',
  'packages/scenes',
  'packages/camera',
];

/** One count a check that has no counts of its own. */
async function single(command, args) {
  const { code } = await run(command, args);
  return { passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 };
}

function counted({ code, output }, passedBy, failedBy) {
  const passed = Number(passedBy.exec(output)?.[1] ?? 0);
  const failed = Number(failedBy.exec(output)?.[1] ?? 0);
  return { passed, failed: code !== 0 && failed === 0 ? 1 : failed };
}

const PARTS = {
  types: async () => {
    const left = [...PROJECTS];
    const sum = { passed: 0, failed: 0 };
    // Two at a time: a test machine has two processors.
    await Promise.all(
      [0, 1].map(async () => {
        for (let project = left.shift(); project; project = left.shift()) {
          const { passed, failed } = await single('npx', ['tsc', '-p', project]);
          sum.passed += passed;
          sum.failed += failed;
        }
      }),
    );
    return sum;
  },
  lint: async () => {
    // At the same time: each keeps one of the two processors busy.
    const [format, rules] = await Promise.all([
      single('npx', ['prettier', '--check', '.']),
      single('npx', ['eslint', '.', '--max-warnings', '0']),
    ]);
    return { passed: format.passed + rules.passed, failed: format.failed + rules.failed };
  },
  unit: async () =>
    counted(await run('npx', ['jest', '--ci']), /Tests:.*?(\d+) passed/, /Tests:.*?(\d+) failed/),
  server: async () =>
    counted(
      await run(process.execPath, [
        '--import',
        'tsx',
        '--test',
        '--test-concurrency=2',
        '--test-force-exit',
        '--test-timeout=240000',
        ...(await serverTests()),
      ]),
      /^# pass (\d+)/m,
      /^# fail (\d+)/m,
    ),
  browser: async () => {
    await needChromium();
    return counted(
      await run('npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts']),
      /(\d+) passed/,
      /(\d+) failed/,
    );
  },
};

/** The demo is laid once for all parts: each desk with it begins as a copy. */
async function layDemo() {
  const { code, output } = await run(process.execPath, ['--import', 'tsx', 'e2e/lay.ts'], { silent: true });
  if (code === 0) quiet.DEFT_LAID = output.trim().split('\n').at(-1);
  else console.log(output);
}

/** The longest files first, so that both processors are busy to the end. */
async function serverTests() {
  const folder = 'apps/server/test';
  const names = (await readdir(folder)).filter((name) => name.endsWith('.test.ts'));
  const files = await Promise.all(
    names.map(async (name) => ({ file: `${folder}/${name}`, size: (await stat(`${folder}/${name}`)).size })),
  );
  return files.sort((a, b) => b.size - a.size).map(({ file }) => file);
}

const asked = process.argv.slice(2).filter((part) => part in PARTS);
const parts = asked.length > 0 ? asked : Object.keys(PARTS);
await install();
const desks = parts.includes('server') || parts.includes('browser');
if (desks) await build();
let passed = 0;
let failed = 0;
const rows = [];
if (desks) await layDemo();
for (const part of parts) {
  console.log(`\n== ${part}`);
  const began = Date.now();
  const result = await PARTS[part]();
  passed += result.passed;
  failed += result.failed;
  rows.push(
    `${part.padEnd(8)} ${String(result.passed).padStart(4)} passed ${String(result.failed).padStart(4)} failed  ${((Date.now() - began) / 1000).toFixed(0)} s`,
  );
}
if (quiet.DEFT_LAID) rmSync(quiet.DEFT_LAID, { recursive: true, force: true });
console.log(`\n${rows.join('\n')}\n\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);
