import { after, before } from 'node:test';
import { asking } from './ask.ts';
import { Desk, freePort, temporaryFolder } from './desk.ts';

/**
 * A desk with the demo on it, open for as long as the tests of a file run.
 * @returns its folder, the desk itself once it is open, and how it is asked
 */
export function openDesk() {
  const { folder, remove } = temporaryFolder();
  let desk: Desk;
  before(async () => {
    desk = new Desk(folder, await freePort(), { DEFT_DEMO: '1' });
    await desk.open();
  });
  after(async () => {
    await desk.end();
    remove();
  });
  return { folder, desk: (): Desk => desk, ask: asking(() => desk) };
}
