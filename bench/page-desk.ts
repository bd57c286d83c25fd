import { randomBytes } from 'node:crypto';
import { chromium, type Browser, type CDPSession, type Page } from '@playwright/test';
import {
  encodeStroke,
  idOf,
  OPERATION_VERSION,
  type Operation,
  type Stroke,
  type Thing,
} from '@deft/core/page';
import type { Study } from '@deft/contract';
import { openDesk, type Desk } from '../e2e/desk.ts';
import { control } from '../e2e/hands.ts';

/** What the measurements of the page share: a desk, a browser, pages with many strokes. */

export const newId = (): string => idOf(randomBytes(16));

export const launch = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env['DEFT_CHROMIUM'] ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--enable-precise-memory-info',
    ],
  });

/** Asks the desk for something, or for something to be made. @throws Error where it refuses */
export async function ask<T>(
  desk: Desk,
  method: 'GET' | 'POST' | 'PUT' | 'PATCH',
  path: string,
  data?: unknown,
): Promise<T> {
  const response = await fetch(`${desk.address}/api${path}`, {
    method,
    ...(data === undefined
      ? {}
      : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(data) }),
  });
  if (!response.ok) throw new Error(await response.text());
  const text = await response.text();
  return (text === '' ? undefined : JSON.parse(text)) as T;
}

/** A stroke of sixty points somewhere on an A5 page, pressed more and less where that makes it darker. */
export function somewhere(i: number, sheet: string, manner: Partial<Stroke> = {}): Stroke {
  return {
    type: 'stroke',
    id: newId(),
    sheet,
    order: `a${(i % 60).toString(36)}`,
    pen: 'pencil',
    size: 0.7,
    colour: '#1E2430',
    pressure: 'device',
    points: encodeStroke(
      Array.from({ length: 60 }, (_, k) => ({
        x: 8 + ((i * 37) % 110) + 9 * Math.sin(k / 9),
        y: 8 + ((i * 53) % 180) + k / 5,
        pressure: 0.5 + (manner.darkening ? 0.4 * Math.sin(k / 8) : 0),
        time: 8 * k,
      })),
    ),
    ...manner,
  };
}

/**
 * A study whose trace holds `count` strokes, one an operation, as they are drawn.
 * @returns its address and the page's id
 */
export async function drawnStudy(
  desk: Desk,
  reference: string,
  count: number,
  manner: Partial<Stroke> = {},
): Promise<{ address: string; page: string }> {
  const { id } = await ask<Study>(desk, 'POST', '/studies', { reference });
  const study = await ask<Study>(desk, 'POST', `/studies/${id}/traces`, {});
  const page = study.traces[0]!.page;
  await layStrokes(desk, page, count, manner);
  return { address: `${desk.address}/studies/${id}`, page };
}

/** So many strokes on a page, one an operation, as they are drawn. */
export async function layStrokes(
  desk: Desk,
  page: string,
  count: number,
  manner: Partial<Stroke> = {},
): Promise<void> {
  const { operations } = (await (
    await fetch(`${desk.address}/api/pages/${page}/operations?after=0`)
  ).json()) as { operations: { operation: { body: { add: Thing[] } } }[] };
  const ink = operations
    .flatMap(({ operation }) => operation.body.add)
    .find((t) => t.type === 'sheet' && t.kind === 'ink')!;
  const device = newId();
  for (let from = 0; from < count; from += 200) {
    const batch = Array.from({ length: Math.min(200, count - from) }, (_, k): Operation => ({
      id: newId(),
      page,
      device,
      n: from + k + 1,
      seen: 1,
      at: 0,
      version: OPERATION_VERSION,
      kind: 'change',
      body: { add: [somewhere(from + k, ink.id, manner)] },
    }));
    await ask(desk, 'POST', `/pages/${page}/operations`, { after: 1e9, operations: batch });
  }
}

/** Opens a study with the drawing hand taken, and waits until its page is painted. */
export async function openDrawing(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByTestId('hand').click();
  await control(page.getByRole('radiogroup', { name: 'Hands' }), 'Draw', false).click();
  await page.getByTestId('save-state').filter({ hasText: 'saved' }).waitFor();
  await page.waitForTimeout(2500);
}

/** Milliseconds that the main thread has worked, by the browser's own count. */
export async function taskTime(cdp: CDPSession): Promise<number> {
  const { metrics } = await cdp.send('Performance.getMetrics');
  return metrics.find((m) => m.name === 'TaskDuration')!.value * 1000;
}

export async function references(desk: Desk): Promise<string[]> {
  return (await (await fetch(`${desk.address}/api/references/ids`)).json()) as string[];
}

export { openDesk };
