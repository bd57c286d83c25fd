import { cpSync } from 'node:fs';
import { Desk, freePort, temporaryFolder } from '../apps/server/test/desk.ts';

export type { Desk };

const { env } = process;

/** A desk with the demo's sets on it, on a free port and in a folder of its own. */
export async function openDesk(demo = true): Promise<{ desk: Desk; close: () => Promise<void> }> {
  const { folder, remove } = temporaryFolder();
  const laid = env['DEFT_LAID'];
  if (demo && laid) cpSync(laid, folder, { recursive: true });
  const desk = new Desk(folder, await freePort(), {
    DEFT_DEMO: demo ? '1' : '0',
    DEFT_LOG: '0',
    DEFT_LAN_HOST: '127.0.0.2',
  });
  await desk.open();
  return {
    desk,
    close: async () => {
      await desk.end();
      remove();
    },
  };
}
