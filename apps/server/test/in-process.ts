import { mkdirSync } from 'node:fs';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { Writable } from 'node:stream';
import { pathToFileURL } from 'node:url';
import { pino } from 'pino';
import type { ServerContext } from '../src/context.ts';
import { makeApp } from '../src/http/app.ts';
import { startPicturePool } from '../src/jobs/picture-pool.ts';
import { PictureService } from '../src/services/picture-service.ts';
import { BlobFiles } from '../src/store/blob-files.ts';
import { startStore } from '../src/store/client.ts';
import { ROOT } from './desk.ts';

const built = (name: string): URL => pathToFileURL(join(ROOT, 'apps/server/build', name));

/**
 * A context of real parts over a folder, in this process, so that a test can put failing ones in their place.
 */
export async function openContext(
  folder: string,
): Promise<{ context: ServerContext; logged: string[]; close: () => Promise<void> }> {
  const temporary = join(folder, 'incoming');
  for (const made of [temporary, join(folder, 'files')]) mkdirSync(made, { recursive: true });
  const logged: string[] = [];
  const log = pino(
    { base: null },
    new Writable({
      write(line, _encoding, done) {
        logged.push(String(line));
        done();
      },
    }),
  );
  const context = {
    store: await startStore(
      {
        folder: join(folder, 'database'),
        migrations: join(ROOT, 'apps/server/migrations'),
        template: join(ROOT, 'apps/server/build/fresh'),
      },
      built('thread.js'),
    ),
    files: new BlobFiles(join(folder, 'files')),
    pool: startPicturePool(built('picture-worker.js')),
    temporary,
    service: new PictureService(join(ROOT, 'demo/service')),
    log,
  };
  const close = async (): Promise<void> => {
    await context.pool.close();
    await context.store.close();
  };
  return { context, logged, close };
}

/** An app over a context, listening. */
export async function listening(
  context: ServerContext,
): Promise<{ address: string; close: () => Promise<void> }> {
  const { createServer } = await import('node:http');
  const server: Server = createServer();
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as { port: number };
  server.on('request', makeApp({ context, address: `127.0.0.1:${port}` }));
  return {
    address: `http://127.0.0.1:${port}`,
    close: () =>
      new Promise((done) => {
        server.closeAllConnections();
        server.close(() => done());
      }),
  };
}

/** An object with some of its methods replaced, whatever it is made of. */
export const withFaults = <T extends object>(real: T, faults: Partial<T>): T =>
  new Proxy(real, {
    get: (target, name) => {
      const found = (name in faults ? faults : target)[name as keyof T] as unknown;
      return typeof found === 'function' ? found.bind(target) : found;
    },
  });
