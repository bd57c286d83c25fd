import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, root } from './run.mjs';

/** Stamps of what was last installed and built; they live beside the packages. */
const stamps = join(root, 'node_modules', '.deft');

function filesBelow(path) {
  if (!existsSync(path)) return [];
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .sort()
    .flatMap((name) =>
      ['node_modules', 'dist', 'build', '.expo'].includes(name) ? [] : filesBelow(join(path, name)),
    );
}

function hashOf(paths) {
  const hash = createHash('sha256');
  for (const file of paths.flatMap((path) => filesBelow(join(root, path))))
    hash.update(file.slice(root.length)).update(readFileSync(file));
  return hash.digest('hex');
}

const stampIs = (name, value) =>
  existsSync(join(stamps, name)) && readFileSync(join(stamps, name), 'utf8') === value;
function stamp(name, value) {
  mkdirSync(stamps, { recursive: true });
  writeFileSync(join(stamps, name), value);
}

/** Installs packages where the lock file has changed or nothing is there. */
export async function install() {
  const lock = hashOf(['package-lock.json']);
  if (existsSync(join(root, 'node_modules', 'tsx')) && stampIs('install', lock)) return;
  await must('Installing packages (some minutes on a new machine)', 'npm', ['ci', '--no-audit', '--no-fund']);
  stamp('install', lock);
}

/** Builds the server and exports the studio where their sources have changed. */
export async function build() {
  const sources = [
    'apps/server/src',
    'apps/server/migrations',
    'packages',
    'package-lock.json',
    'scripts/build-server.mjs',
  ];
  const server = hashOf(sources);
  if (!existsSync(join(root, 'apps/server/build/fresh')) || !stampIs('server', server)) {
    await must('Building the server', process.execPath, ['scripts/build-server.mjs']);
    stamp('server', server);
  }
  const studio = hashOf(['apps/studio', 'packages/core', 'packages/contract', 'package-lock.json']);
  if (!existsSync(join(root, 'apps/studio/dist/index.html')) || !stampIs('studio', studio)) {
    await must(
      'Building the studio (one to seven minutes the first time)',
      'npx',
      ['expo', 'export', '-p', 'web'],
      { cwd: join(root, 'apps/studio') },
    );
    stamp('studio', studio);
  }
}
