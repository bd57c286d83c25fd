import type { Page } from '@playwright/test';
import { Fingers } from '../e2e/hands.ts';
import { taskTime } from './page-desk.ts';
import { quantile } from './table.ts';

const POINTS = 300;
const ROUNDS = 5;

const FLOOR = `<!doctype html><style>body{margin:0;overflow:hidden}canvas{touch-action:none;display:block}</style><canvas data-testid="page"></canvas><script>
const c=document.querySelector('canvas');c.width=innerWidth*devicePixelRatio;c.height=innerHeight*devicePixelRatio;c.style.width=innerWidth+'px';c.style.height=innerHeight+'px';
const x=c.getContext('2d');let last=null;x.lineWidth=2;
c.addEventListener('pointerdown',e=>{last=[e.offsetX,e.offsetY]});
c.addEventListener('pointermove',e=>{if(!last)return;x.beginPath();x.moveTo(...last);last=[e.offsetX,e.offsetY];x.lineTo(...last);x.stroke()});
c.addEventListener('pointerup',()=>{last=null});</script>`;

/** Places on the screen that a pointer goes through. */
type Way = readonly { readonly x: number; readonly y: number }[];

/**
 * Main-thread milliseconds an event of a 300-point stroke, the median over rounds.
 * @param way where it goes, the same in each round; by itself loops in the middle of the page
 */
export async function strokeCost(page: Page, way: Way | null = null): Promise<number> {
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Performance.enable');
  const fingers = await Fingers.of(page);
  const box = (await page.getByTestId('page').filter({ visible: true }).boundingBox())!;
  const costs: number[] = [];
  for (let round = 0; round <= ROUNDS; round += 1) {
    const points =
      way ??
      Array.from({ length: POINTS }, (_, i) => ({
        x: box.x + box.width * (0.5 + 0.3 * Math.sin(i / 23 + round)),
        y: box.y + box.height * (0.5 + 0.3 * Math.cos(i / 31)),
      }));
    await fingers.down(points[0]!, 'pen');
    const before = await taskTime(cdp);
    for (const [i, point] of points.slice(1).entries()) {
      await fingers.move(point, 'pen', 0.5 + 0.4 * Math.sin(i / 8));
      await page.evaluate(() => new Promise(requestAnimationFrame));
    }
    const after = await taskTime(cdp);
    await fingers.up(points.at(-1)!, 'pen');
    await page.waitForTimeout(300);
    if (round > 0) costs.push((after - before) / points.length);
  }
  await cdp.detach();
  return quantile(costs, 0.5);
}

const UNDOS = 9;

/** The median main-thread time of an undo, with a redo after each, milliseconds. */
export async function undoCost(page: Page): Promise<number> {
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Performance.enable');
  const costs: number[] = [];
  for (let i = 0; i < UNDOS; i += 1) {
    for (const what of ['undo', 'redo']) {
      const before = await taskTime(cdp);
      await page.getByTestId(what).click();
      await page.waitForTimeout(250);
      if (what === 'undo') costs.push((await taskTime(cdp)) - before);
    }
  }
  await cdp.detach();
  return quantile(costs, 0.5);
}

/** The same where one segment is drawn an event, and nothing else is done. */
export async function floorCost(page: Page): Promise<number> {
  await page.setContent(FLOOR);
  return strokeCost(page);
}
