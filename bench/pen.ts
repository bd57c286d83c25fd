import type { Page } from '@playwright/test';
import { Fingers } from '../e2e/hands.ts';
import { drawnStudy, launch, openDesk, openDrawing, references, taskTime } from './page-desk.ts';
import { quantile, row } from './table.ts';

/**
 * What a pointer event costs the main thread: on a page with strokes, beside the bare floor of one segment an
 * event.
 */

const POINTS = 300;
const ROUNDS = 5;

const FLOOR = `<!doctype html><style>body{margin:0;overflow:hidden}canvas{touch-action:none;display:block}</style><canvas data-testid="page"></canvas><script>
const c=document.querySelector('canvas');c.width=innerWidth*devicePixelRatio;c.height=innerHeight*devicePixelRatio;c.style.width=innerWidth+'px';c.style.height=innerHeight+'px';
const x=c.getContext('2d');let last=null;x.lineWidth=2;
c.addEventListener('pointerdown',e=>{last=[e.offsetX,e.offsetY]});
c.addEventListener('pointermove',e=>{if(!last)return;x.beginPath();x.moveTo(...last);last=[e.offsetX,e.offsetY];x.lineTo(...last);x.stroke()});
c.addEventListener('pointerup',()=>{last=null});</script>`;

/** Main-thread milliseconds an event of a 300-point stroke, the median over rounds. */
async function strokeCost(page: Page): Promise<number> {
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Performance.enable');
  const fingers = await Fingers.of(page);
  const box = (await page.getByTestId('page').boundingBox())!;
  const costs: number[] = [];
  for (let round = 0; round <= ROUNDS; round += 1) {
    const points = Array.from({ length: POINTS }, (_, i) => ({
      x: box.x + box.width * (0.5 + 0.3 * Math.sin(i / 23 + round)),
      y: box.y + box.height * (0.5 + 0.3 * Math.cos(i / 31)),
    }));
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
  await cdp.detach();
  return quantile(costs, 0.5);
}

const { desk, close } = await openDesk();
const browser = await launch();
try {
  const [few, many] = await references(desk);
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.setContent(FLOOR);
  const floor = await strokeCost(page);
  row('bare floor, one segment an event, a frame an event', `${floor.toFixed(2)} ms`, 'for the ratios below');
  await openDrawing(page, (await drawnStudy(desk, few!, 100)).address);
  const light = await strokeCost(page);
  row(
    'an event of a 300-point stroke at 100 strokes',
    `${light.toFixed(2)} ms`,
    `${(light / floor).toFixed(2)} x the floor`,
  );
  await openDrawing(page, (await drawnStudy(desk, many!, 5000)).address);
  const heavy = await strokeCost(page);
  row(
    'an event of a 300-point stroke at 5,000 strokes, over the floor',
    `${(heavy / floor).toFixed(2)} x`,
    'at most 2.5 x',
    heavy / floor <= 2.5,
  );
  row(
    'the same, over its own cost at 100 strokes',
    `${(heavy / light).toFixed(2)} x`,
    'at most 1.3 x',
    heavy / light <= 1.3,
  );
} finally {
  await browser.close();
  await close();
}
