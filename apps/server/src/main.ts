import { mkdirSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import { join } from 'node:path';
import type { ServerContext } from './context.ts';
import { Door } from './door/door.ts';
import { Lan } from './door/lan.ts';
import { BadEnvironment, readEnvironment, type Environment } from './environment.ts';
import { makeApp } from './http/app.ts';
import { closerOf } from './http/shutdown.ts';
import { startPicturePool } from './jobs/picture-pool.ts';
import { keepSweeping } from './jobs/remove-for-good.ts';
import { repairFiles } from './jobs/repair-files.ts';
import { makeLog } from './log.ts';
import { seedDemo } from './seed.ts';
import { PictureService } from './services/picture-service.ts';
import { BlobFiles } from './store/blob-files.ts';
import { startStore } from './store/client.ts';
import { DeskInUse, takeLock } from './store/lock.ts';

/** Opens what every part of the server works with, over a data folder that this process holds. */
async function openContext({ root, data, log }: Environment): Promise<ServerContext> {
  const temporary = join(data, 'incoming');
  rmSync(temporary, { recursive: true, force: true });
  mkdirSync(temporary, { recursive: true });
  const store = await startStore({
    folder: join(data, 'database'),
    migrations: join(root, 'apps/server/migrations'),
    template: join(root, 'apps/server/build/fresh'),
  });
  return {
    store,
    files: new BlobFiles(join(data, 'files')),
    pool: startPicturePool(),
    temporary,
    service: new PictureService(join(root, 'demo/service')),
    log: makeLog(log),
  };
}

/**
 * Ends a server that may not listen, or that was told to stop: what is under way first, then what it works
 * with.
 */
const closing =
  ({ pool, store }: ServerContext, giveBack: () => void, code: number) =>
  async (before?: () => Promise<void>): Promise<never> => {
    try {
      await before?.();
      await pool.close();
      await store.close();
    } finally {
      giveBack();
    }
    process.exit(code);
  };

function listen(
  context: ServerContext,
  environment: Environment,
  lost: readonly string[],
): { server: Server; lan: Lan; close: () => Promise<void> } {
  const { root, host, port, lanHost, lanPort } = environment;
  const address = `${host}:${port}`;
  const options = { context, lost, studio: join(root, 'apps/studio/dist') };
  const door = new Door(context.store);
  const lan = new Lan(door, (there) => makeApp({ ...options, address: there }), lanPort, lanHost);
  const app = makeApp({ ...options, address, door: { door, lan } });
  const server = app.listen(port, host, (error?: Error) => {
    if (!error) console.log(`Deft Study is open at http://${address}`);
  });
  return { server, lan, close: closerOf(server) };
}

async function main(): Promise<void> {
  const environment = readEnvironment(process.env);
  const { root, data, port } = environment;
  mkdirSync(data, { recursive: true });
  const giveBack = takeLock(join(data, 'desk.lock'));
  console.log('Opening the desk …');
  const context = await openContext(environment);
  const { strays, lost, remake } = await repairFiles(context);
  if (strays > 0) console.log(`Removed ${strays} files that nothing on the desk names.`);
  if (lost.length > 0) console.error(`The originals of these references are gone: ${lost.join(', ')}.`);
  if (environment.demo) {
    const laid = await seedDemo(context, join(root, 'demo'), join(data, 'demo-begun'));
    if (laid > 0) console.log(`Laid ${laid} demo pictures on the desk.`);
  }
  const { server, lan, close } = listen(context, environment, lost);
  void remake().then((made) => made > 0 && console.log(`Made ${made} previews anew.`), console.error);
  server.on('error', (error: NodeJS.ErrnoException) => {
    const taken = `Port ${port} is taken by another program. Choose another with DEFT_PORT.`;
    console.error(error.code === 'EADDRINUSE' ? taken : error.message);
    void closing(context, giveBack, 1)();
  });
  const endSweeping = keepSweeping(context);
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    void closing(
      context,
      giveBack,
      0,
    )(async () => {
      endSweeping();
      await lan.close();
      await close();
    });
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

main().catch((error: Error) => {
  console.error(error instanceof DeskInUse || error instanceof BadEnvironment ? error.message : error);
  process.exit(1);
});
