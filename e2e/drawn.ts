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
import { newClock } from '@deft/core/session';
import type { ClockChange, Session } from '@deft/contract';
import type { Desk } from './desk.ts';
import { stored } from './trace.ts';

const newId = (): Id => idOf(randomBytes(16));

/** Lays things on a page that nothing was done with yet, as a device does. @param make by kinds of sheets */
export async function lay(
  desk: Desk,
  page: Id,
  make: (sheets: Readonly<Record<string, Id>>) => readonly Thing[],
): Promise<void> {
  const things = reducePage(await stored(desk, page));
  const sheets = Object.fromEntries(sheetsOf(things).map(({ kind, id }) => [kind, id]));
  const own = { id: newId(), page, device: newId(), n: 1, seen: 1, at: Date.now() };
  const operation = { ...own, version: OPERATION_VERSION, kind: 'change', body: { add: make(sheets) } };
  const answer = await fetch(`${desk.address}/api/pages/${page}/operations`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ after: 1, operations: [operation] }),
  });
  if (!answer.ok) throw new Error(await answer.text());
}

/** Draws lines on a page as some other device does, page millimetres. */
export const drawnElsewhere = (
  desk: Desk,
  page: Id,
  lines: readonly (readonly (readonly [x: number, y: number])[])[],
): Promise<void> =>
  lay(desk, page, ({ ink = '' }) =>
    lines.map((line, i) => ({
      type: 'stroke',
      id: newId(),
      sheet: ink,
      order: `a${i}`,
      pen: 'pencil',
      size: 0.6,
      colour: '#2B2B2B',
      pressure: 'even',
      points: encodeStroke(line.map(([x, y], t) => ({ x, y, pressure: 0.6, time: 8 * t }))),
    })),
  );

/** What the desk is told when a session has run to its end. @param closedAt when its bells rang */
export const drawnThrough = (
  { poses }: Session,
  drawnMs: number,
  closedAt: number | null = null,
): ClockChange => ({
  clock: { ...newClock(poses.map(({ step }) => step.stretches)), phase: 'done' },
  over: true,
  poses: poses.map(({ id }) => ({ id, drawnMs, heldMs: 0, addedMs: 0, end: 'run out', closedAt })),
});
