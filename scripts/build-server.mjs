import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { build } from 'esbuild';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

/** Bundles the server and its threads; packages from the registry stay outside. */
export async function buildServer() {
  await build({
    absWorkingDir: root,
    entryPoints: {
      main: 'apps/server/src/main.ts',
      thread: 'apps/server/src/store/thread.ts',
      'picture-worker': 'apps/server/src/jobs/picture-worker.ts',
    },
    outdir: 'apps/server/build',
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    logLevel: 'warning',
    plugins: [
      {
        name: 'packages-outside',
        setup: (b) =>
          b.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
            kind === 'entry-point' || path.startsWith('@deft/') ? undefined : { path, external: true },
          ),
      },
    ],
  });
}

/** An empty database, up to date, for new desks to begin from: making one anew takes many times as long. */
async function layFreshDatabase() {
  const folder = join(root, 'apps/server/build/fresh');
  await rm(folder, { recursive: true, force: true });
  const client = await PGlite.create(folder);
  await migrate(drizzle(client), { migrationsFolder: join(root, 'apps/server/migrations') });
  await client.close();
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  await buildServer();
  await layFreshDatabase();
}
