import { randomBytes } from 'node:crypto';
import {
  encodeStroke,
  idOf,
  OPERATION_VERSION,
  reducePage,
  sheetsOf,
  type Id,
  type Thing,
} from '@deft/core/page';
import type { Desk } from './desk.ts';
import { stored } from './trace.ts';

const newId = (): Id => idOf(randomBytes(16));

/** Draws lines on a page as some other device does, page millimetres. */
export async function drawnElsewhere(
  desk: Desk,
  page: Id,
  lines: readonly (readonly (readonly [x: number, y: number])[])[],
): Promise<void> {
  const before = await stored(desk, page);
  const sheet = sheetsOf(reducePage(before)).find(({ kind }) => kind === 'ink')!.id;
  const strokes = lines.map((line, i): Thing => ({
    type: 'stroke',
    id: newId(),
    sheet,
    order: `a${i}`,
    pen: 'pencil',
    size: 0.6,
    colour: '#2B2B2B',
    pressure: 'even',
    points: encodeStroke(line.map(([x, y], t) => ({ x, y, pressure: 0.6, time: 8 * t }))),
  }));
  const operation = {
    id: newId(),
    page,
    device: newId(),
    n: 1,
    seen: 0,
    at: Date.now(),
    kind: 'change',
    version: OPERATION_VERSION,
    body: { add: strokes },
  };
  const answer = await fetch(`${desk.address}/api/pages/${page}/operations`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ after: 0, operations: [operation] }),
  });
  if (!answer.ok) throw new Error(await answer.text());
}
