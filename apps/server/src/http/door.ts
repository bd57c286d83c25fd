import { Router } from 'express';
import { toString as qrCode } from 'qrcode';
import { doorSchema, idSchema, type Door as DoorShown } from '@deft/contract';
import type { Door } from '../door/door.ts';
import type { Lan } from '../door/lan.ts';
import { Malformed } from '../store/refusals.ts';
import { valid } from './refuse.ts';

/** Opening and shutting the door; answered at the desk itself only. */
export function doorRouter(door: Door, lan: Lan): Router {
  const router = Router();
  const shown = async (): Promise<DoorShown> => {
    const code = door.shown();
    const { address } = lan;
    const qr =
      code && address
        ? await qrCode(`http://${address}/door?code=${code.code}`, { type: 'svg', margin: 1 })
        : null;
    return {
      open: code !== null,
      address: address && `http://${address}`,
      code: code?.code ?? null,
      until: code?.until ?? null,
      qr,
      guests: await door.guests(),
    };
  };
  router.get('/', async (_request, response) => {
    response.json(await shown());
  });
  router.put('/', async (request, response) => {
    const { open } = valid(doorSchema, request.body);
    if (open) {
      await lan.open().catch((error: NodeJS.ErrnoException) => {
        throw new Malformed(
          `The desk cannot listen on the network: ${error.code === 'EADDRINUSE' ? 'another program has its port' : error.message}.`,
        );
      });
      if (!lan.address)
        throw new Malformed('This machine is in no network just now. Connect it to one, and try again.');
    } else await lan.close();
    response.json(await shown());
  });
  router.delete('/guests/:id', async (request, response) => {
    await door.sendAway(valid(idSchema, request.params.id));
    response.json(await shown());
  });
  return router;
}
