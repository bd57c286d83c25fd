import { randomBytes } from 'node:crypto';
import { chromium, type CDPSession, type Page } from '@playwright/test';
import { encodeStroke, idOf, OPERATION_VERSION, type Thing } from '@deft/core';
import type { Study } from '@deft/contract';
import { openDesk } from '../e2e/desk.ts';
import { Fingers } from '../e2e/hands.ts';
import { quantile, row } from './table.ts';

/** What a pointer event costs the main thread: on a page with strokes, beside the bare floor of one segment an event. */

const POINTS = 300;
const ROUNDS = 5;
const newId = (): string => idOf(randomBytes(16));

const FLOOR = `<!doctype html><style>body{margin:0;overflow:hidden}canvas{touch-action:none;display:block}</style><canvas data-testid="page"></canvas><script>
const c=document.querySelector('canvas');c.width=innerWidth*devicePixelRatio;c.height=innerHeight*devicePixelRatio;c.style.width=innerWidth+'px';c.style.height=innerHeight+'px';
const x=c.getContext('2d');let last=null;x.lineWidth=2;
c.addEventListener('pointerdown',e=>{last=[e.offsetX,e.offsetY]});
c.addEventListener('pointermove',e=>{if(!last)return;x.beginPath();x.moveTo(...last);last=[e.offsetX,e.offsetY];x.lineTo(...last);x.stroke()});
c.addEventListener('pointerup',()=>{last=null});</script>`;

async function taskTime(cdp: CDPSession): Promise<number> {
  const { metrics } = await cdp.send('Performance.getMetrics');
  return metrics.find((m) => m.name === 'TaskDuration')!.value * 1000;
}

/** Main-thread milliseconds an event of a 300-point stroke, the median over rounds. */
async function strokeCost(page: Page): Promise<number> {
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Performance.enable');
  const fingers = await Fingers.of(page);
  const box = (await page.getByTestId('page').boundingBox())!;
  const costs: number[] = [];
  for (let round = 0; round <= ROUNDS; round += 1) {
    const points = Array.from({ length: POINTS }, (_, i) => ({ x: box.x + box.width * (0.5 + 0.3 * Math.sin(i / 23 + round)), y: box.y + box.height * (0.5 + 0.3 * Math.cos(i / 31)) }));
    await fingers.down(points[0]!, 'pen');
    const before = await taskTime(cdp);
    for (const point of points.slice(1)) {
      await fingers.move(point, 'pen');
      await page.evaluate(() => new Promise(requestAnimationFrame));
    }
    const after = await taskTime(cdp);
    await fingers.up(points.at(-1)!, 'pen');
    await page.waitForTimeout(300);
    if (round > 0) costs.push((after - before) / POINTS);
  }
  return quantile(costs, 0.5);
}

async function fill(address: string, study: Study, count: number): Promise<void> {
  const page = study.traces[0]!.page;
  const { operations } = (await (await fetch(`${address}/api/pages/${page}/operations?after=0`)).json()) as { operations: { operation: { body: { add: Thing[] } } }[] };
  const ink = operations.flatMap(({ operation }) => operation.body.add).find((t) => t.type === 'sheet' && t.kind === 'ink')!;
  const add = Array.from({ length: count }, (_, i): Thing => ({
    type: 'stroke', id: newId(), sheet: ink.id, order: `a${(i % 60).toString(36)}`, pen: 'pencil', size: 0.7, colour: '#1E2430', pressure: 'device',
    points: encodeStroke(Array.from({ length: 60 }, (__, k) => ({ x: 8 + ((i * 37) % 110) + 9 * Math.sin(k / 9), y: 8 + ((i * 53) % 180) + k / 5, pressure: 0.5, time: 8 * k }))),
  }));
  const body = { after: 1, operations: [{ id: newId(), page, device: newId(), n: 1, seen: 1, at: 0, version: OPERATION_VERSION, kind: 'change', body: { add } }] };
  const response = await fetch(`${address}/api/pages/${page}/operations`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
  if (!response.ok) throw new Error(await response.text());
}

const { desk, close } = await openDesk();
const browser = await chromium.launch({ executablePath: process.env['DEFT_CHROMIUM'] ?? '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] });
try {
  const post = async <T>(path: string, data: unknown): Promise<T> => (await (await fetch(`${desk.address}/api${path}`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(data) })).json()) as T;
  const references = (await (await fetch(`${desk.address}/api/references`)).json()) as { id: string }[];
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.setContent(FLOOR);
  const floor = await strokeCost(page);
  row('bare floor, one segment an event, a frame an event', `${floor.toFixed(2)} ms`, 'for the ratios below');
  for (const [i, count] of [100, 1000].entries()) {
    const { id } = await post<Study>('/studies', { reference: references[i]!.id });
    const study = await post<Study>(`/studies/${id}/traces`, {});
    await fill(desk.address, study, count);
    await page.goto(`${desk.address}/studies/${id}`);
    await page.getByTestId('hand').click();
    await page.getByRole('menu', { name: 'Hands' }).getByRole('button', { name: 'Draw' }).click();
    await page.waitForTimeout(1500);
    const cost = await strokeCost(page);
    row(`an event of a 300-point stroke at ${count} strokes`, `${cost.toFixed(2)} ms`, `${(cost / floor).toFixed(2)} x the floor`);
  }
} finally {
  await browser.close();
  await close();
}
