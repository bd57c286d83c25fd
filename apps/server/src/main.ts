import { mkdirSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { Door } from './door/door.ts';
import { Lan } from './door/lan.ts';
import { makeApp } from './http/app.ts';
import { closeServer } from './http/shutdown.ts';
import { agree } from './jobs/mend.ts';
import { startPictures } from './jobs/pictures.ts';
import { seedDemo } from './seed.ts';
import { PictureService } from './services/picture-service.ts';
import { BlobFiles } from './store/blob-files.ts';
import { startStore } from './store/client.ts';
import { DeskInUse, takeLock } from './store/lock.ts';

const env = process.env;
const root = resolve(env['DEFT_ROOT'] ?? '.');
const data = resolve(env['DEFT_DATA'] ?? join(root, 'data'));
const host = env['DEFT_HOST'] ?? '127.0.0.1';
const port = Number(env['DEFT_PORT'] ?? 8090);

async function main(): Promise<void> {
  mkdirSync(data, { recursive: true });
  const giveBack = takeLock(join(data, 'desk.lock'));
  const temporary = join(data, 'incoming');
  rmSync(temporary, { recursive: true, force: true });
  mkdirSync(temporary, { recursive: true });
  console.log('Opening the desk …');
  const store = await startStore({
    folder: join(data, 'database'),
    migrations: join(root, 'apps/server/migrations'),
    template: join(root, 'apps/server/build/fresh.tar'),
  });
  const files = new BlobFiles(join(data, 'files'));
  const pictures = startPictures();
  const workshop = { store, files, pictures, temporary };
  const { strays, lost, remake } = await agree(workshop);
  if (strays > 0) console.log(`Took away ${strays} files that nothing on the desk names.`);
  if (lost.length > 0) console.error(`The originals of these references are gone: ${lost.join(', ')}.`);
  if (env['DEFT_DEMO'] === '1') {
    const laid = await seedDemo(workshop, join(root, 'demo'));
    if (laid > 0) console.log(`Laid ${laid} demo pictures on the desk.`);
  }
  const address = `${host}:${port}`;
  const options = {
    workshop,
    service: new PictureService(join(root, 'demo/service')),
    lost,
    studio: join(root, 'apps/studio/dist'),
    log: env['DEFT_LOG'] !== '0',
  };
  const door = new Door(store);
  const lan = new Lan(
    door,
    (there) => makeApp({ ...options, address: there }),
    Number(env['DEFT_LAN_PORT'] ?? port),
    env['DEFT_LAN_HOST'] ?? null,
  );
  const app = makeApp({ ...options, address, door: { door, lan } });
  const server = app.listen(port, host, () => console.log(`Deft Study is open at http://${address}`));
  void remake().then((made) => made > 0 && console.log(`Made ${made} previews anew.`), console.error);
  server.on('error', (error: NodeJS.ErrnoException) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${port} is taken by another program. Choose another with DEFT_PORT.`
        : error.message,
    );
    void pictures
      .close()
      .then(() => store.close())
      .finally(() => {
        giveBack();
        process.exit(1);
      });
  });
  let closing = false;
  const close = (): void => {
    if (closing) return;
    closing = true;
    void lan
      .close()
      .then(() => closeServer(server))
      .then(() => pictures.close())
      .then(() => store.close())
      .finally(() => {
        giveBack();
        process.exit(0);
      });
  };
  process.on('SIGTERM', close);
  process.on('SIGINT', close);
}

main().catch((error: Error) => {
  console.error(error instanceof DeskInUse ? error.message : error);
  process.exit(1);
});
