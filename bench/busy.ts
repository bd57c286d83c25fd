import sharp from 'sharp';
import { OPERATION_VERSION, reducePage, thingsOfType, type Answer, type Operation } from '@deft/core/page';
import { broughtLines } from '../apps/server/test/bring.ts';
import { drawnStudy, newId, openDesk, references, somewhere } from './page-desk.ts';
import { quantile, row } from './table.ts';

/** How long a page's batch waits for its confirmation while five hundred pictures are brought in. */

const PICTURES = 500;
const IN_ONE = 20;
/** A student's hand: a batch each so often, milliseconds. */
const EVERY = 150;

/** A picture of its own, so that none is known already: about a megapixel of soft noise. */
async function picture(i: number): Promise<Buffer> {
  const small = Buffer.from(
    Array.from({ length: 3 * 16 * 20 }, (_, k) => (k * 37 + i * 101 + ((k * i) % 13) * 9) % 256),
  );
  return sharp(small, { raw: { width: 16, height: 20, channels: 3 } })
    .resize(900, 1125)
    .jpeg({ quality: 88 })
    .toBuffer();
}

const { desk, close } = await openDesk();
try {
  const { page } = await drawnStudy(desk, (await references(desk))[0]!, 100);
  const { operations } = (await (
    await fetch(`${desk.address}/api/pages/${page}/operations?after=0`)
  ).json()) as Answer;
  const ink = thingsOfType(reducePage(operations.map((o) => o.operation)), 'sheet').find(
    ({ kind }) => kind === 'ink',
  )!;
  const pictures: Buffer[] = [];
  for (let i = 0; i < PICTURES; i += 1) pictures.push(await picture(i));
  let busy = true;
  const bringing = (async () => {
    let brought = 0;
    for (let from = 0; from < PICTURES; from += IN_ONE) {
      const form = new FormData();
      for (let i = from; i < from + IN_ONE; i += 1)
        form.append('pictures', new Blob([pictures[i] as BlobPart]), `picture-${i}.jpg`);
      brought += (
        await broughtLines(await fetch(`${desk.address}/api/references`, { method: 'POST', body: form }))
      ).filter((line) => 'reference' in line).length;
    }
    busy = false;
    return brought;
  })();
  const device = newId();
  const waits: number[] = [];
  let head = operations.length;
  for (let n = 1; busy; n += 1) {
    const operation: Operation = {
      id: newId(),
      page,
      device,
      n,
      seen: head,
      at: 0,
      version: OPERATION_VERSION,
      kind: 'change',
      body: { add: [somewhere(n, ink.id)] },
    };
    const began = performance.now();
    const response = await fetch(`${desk.address}/api/pages/${page}/operations`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ after: head, operations: [operation] }),
    });
    head = ((await response.json()) as Answer).head;
    waits.push(performance.now() - began);
    await new Promise((done) => setTimeout(done, EVERY));
  }
  const brought = await bringing;
  const p95 = quantile(waits, 0.95);
  row(
    `a page's batch confirmed while ${brought} pictures come in, p95 of ${waits.length}`,
    `${p95.toFixed(0)} ms`,
    'within 150 ms',
    p95 <= 150 && brought === PICTURES,
  );
} finally {
  await close();
}
