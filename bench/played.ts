import { spawnSync } from 'node:child_process';

/** How many tests of a run have passed, and how many there were. */
export interface Count {
  readonly passed: number;
  readonly all: number;
}

interface HowPlayed {
  readonly how?: readonly string[];
  readonly environment?: Readonly<Record<string, string>>;
}

/** Runs a command that prints tests; what it measured is printed, and its end where it failed. */
function counted(
  command: string,
  args: readonly string[],
  environment: Readonly<Record<string, string>>,
  passed: RegExp,
  failed: RegExp,
): Count {
  const { status, stdout } = spawnSync(command, args, {
    env: { ...process.env, ...environment },
    encoding: 'utf8',
    maxBuffer: 1e8,
  });
  if (status !== 0) console.log(stdout.split('\n').slice(-60).join('\n'));
  for (const line of stdout.split('\n').filter((one) => one.includes('measured:')))
    console.log(`       ${line.slice(line.indexOf('measured:') + 9).trim()}`);
  const count = Number(passed.exec(stdout)?.[1] ?? 0);
  return { passed: count, all: count + Number(failed.exec(stdout)?.[1] ?? 0) };
}

/** Runs a file of the browser's tests at its full size. */
export const playedInBrowser = (file: string, { how = [], environment = {} }: HowPlayed = {}): Count =>
  counted(
    'npx',
    ['playwright', 'test', '-c', 'e2e/playwright.config.ts', ...how, file],
    environment,
    /(\d+) passed/,
    /(\d+) failed/,
  );

/** Runs a file of the server's tests at its full size. */
export const playedOnServer = (file: string, { how = [], environment = {} }: HowPlayed = {}): Count =>
  counted(
    process.execPath,
    ['--import', 'tsx', '--test', '--test-force-exit', ...how, `apps/server/test/${file}`],
    environment,
    /^# pass (\d+)/m,
    /^# fail (\d+)/m,
  );
