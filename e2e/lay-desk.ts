import { Desk, freePort, temporaryFolder } from '../apps/server/test/desk.ts';

/** Lays the demo on a desk once, if none is laid yet; each file's own desk begins as a copy of it. */
export default async function layDesk(): Promise<() => void> {
  if (process.env['DEFT_LAID']) return () => undefined;
  const { folder, remove } = temporaryFolder();
  const desk = new Desk(folder, await freePort(), { DEFT_DEMO: '1', DEFT_LOG: '0' });
  await desk.open();
  await desk.end();
  process.env['DEFT_LAID'] = folder;
  return remove;
}
