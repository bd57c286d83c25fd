import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Expo must not look for a network, nor report anything. */
export const quiet = {
  ...process.env,
  EXPO_OFFLINE: '1',
  EXPO_NO_TELEMETRY: '1',
  CI: '1',
  npm_config_yes: 'false',
};

/** Runs a command to its end. @returns exit code and what it printed; shown as it comes unless `silent` */
export function run(command, args, { silent = false, env = quiet, cwd = root } = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd, env, stdio: ['ignore', 'pipe', 'pipe'] });
    let output = '';
    for (const stream of [child.stdout, child.stderr]) {
      stream.on('data', (text) => {
        output += text;
        if (!silent) process.stdout.write(text);
      });
    }
    child.on('error', (error) => resolve({ code: 1, output: `${output}${error.message}\n` }));
    child.on('close', (code) => resolve({ code: code ?? 1, output }));
  });
}

/** As `run`, but ends this process with a sentence where the command fails. */
export async function must(what, command, args, options = {}) {
  console.log(`${what} …`);
  const { code, output } = await run(command, args, { silent: true, ...options });
  if (code !== 0) {
    console.error(output.split('\n').slice(-40).join('\n'));
    console.error(`${what}: this did not work. What it printed stands above.`);
    process.exit(1);
  }
}
