import { cpSync } from 'node:fs';
import { after, before } from 'node:test';
import { asking } from './ask.ts';
import { Desk, freePort, temporaryFolder } from './desk.ts';

const { env } = process;

/**
 * A desk with the demo on it, open for as long as the tests of a file run.
 * @returns its folder, the desk itself once it is open, and how it is asked
 */
export function openDesk() {
  const laid = env['DEFT_LAID'];
  const { folder, remove } = temporaryFolder();
  let desk: Desk;
  before(async () => {
    if (laid) cpSync(laid, folder, { recursive: true });
    desk = new Desk(folder, await freePort(), { DEFT_DEMO: '1' });
    await desk.open();
  });
  after(async () => {
    await desk.end();
    remove();
  });
  return { folder, desk: (): Desk => desk, ask: asking(() => desk) };
}
