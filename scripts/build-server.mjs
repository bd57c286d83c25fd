import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

/** Bundles the server and its threads; packages from the registry stay outside. */
export async function buildServer() {
  await build({
    absWorkingDir: root,
    entryPoints: { main: 'apps/server/src/main.ts', thread: 'apps/server/src/store/thread.ts', 'picture-worker': 'apps/server/src/jobs/picture-worker.ts' },
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
        setup: (b) => b.onResolve({ filter: /^[^./]/ }, ({ path, kind }) => (kind === 'entry-point' || path.startsWith('@deft/') ? undefined : { path, external: true })),
      },
    ],
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildServer();
