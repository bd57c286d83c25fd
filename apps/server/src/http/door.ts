import { Router } from 'express';
import { toString as qrCode } from 'qrcode';
import { API, type Door as DoorShown } from '@deft/contract';
import type { Door } from '../door/door.ts';
import type { Lan } from '../door/lan.ts';
import { Malformed } from '../store/refusals.ts';
import { onRoute } from './answer.ts';

/** Opening and shutting the door; answered at the desk itself only. */
export function doorRouter(door: Door, lan: Lan): Router {
  const router = Router();
  const shown = async (): Promise<DoorShown> => {
    const code = door.shown();
    const address = lan.address && `http://${lan.address}`;
    const qr =
      code && address ? await qrCode(`${address}/door?code=${code.code}`, { type: 'svg', margin: 1 }) : null;
    return {
      open: code !== null,
      address,
      code: code?.code ?? null,
      until: code?.until ?? null,
      qr,
      guests: await door.guests(),
    };
  };
  onRoute(router, API.door.read, shown);
  onRoute(router, API.door.set, async ({ body: { open } }) => {
    if (open) {
      await lan.open().catch((error: NodeJS.ErrnoException) => {
        const why = error.code === 'EADDRINUSE' ? 'another program has its port' : error.message;
        throw new Malformed(`The desk cannot listen on the network: ${why}.`);
      });
      if (!lan.address)
        throw new Malformed('This machine is in no network just now. Connect it to one, and try again.');
    } else await lan.close();
    return shown();
  });
  onRoute(router, API.door.removeGuest, async ({ params: { id } }) => {
    await door.removeGuest(id);
    return shown();
  });
  return router;
}
