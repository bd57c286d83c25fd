import type { CDPSession, Page } from '@playwright/test';
import { Fingers } from '../e2e/hands.ts';
import { taskTime } from './page-desk.ts';
import { quantile, row } from './table.ts';

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

/** Draws strokes on a page and says what they cost it. @param way where each goes; by itself in loops */
class Drawer {
  private constructor(
    private readonly page: Page,
    private readonly way: Way | null,
    private readonly cdp: CDPSession,
    private readonly fingers: Fingers,
    private readonly box: { x: number; y: number; width: number; height: number },
  ) {}

  static async of(page: Page, way: Way | null): Promise<Drawer> {
    const cdp = await page.context().newCDPSession(page);
    await cdp.send('Performance.enable');
    const box = (await page.getByTestId('page').filter({ visible: true }).boundingBox())!;
    return new Drawer(page, way, cdp, await Fingers.of(page), box);
  }

  /** Main-thread milliseconds an event of one stroke. */
  async stroke(round: number): Promise<number> {
    const { page, cdp, fingers, box } = this;
    const points =
      this.way ??
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
    return (after - before) / points.length;
  }

  async end(): Promise<void> {
    await this.cdp.detach();
  }
}

/**
 * Main-thread milliseconds an event of a 300-point stroke, the median over rounds.
 * @param way where it goes, the same in each round; by itself loops in the middle of the page
 */
export async function strokeCost(page: Page, way: Way | null = null): Promise<number> {
  const drawer = await Drawer.of(page, way);
  const costs: number[] = [];
  for (let round = 0; round <= ROUNDS; round += 1) costs.push(await drawer.stroke(round));
  await drawer.end();
  return quantile(costs.slice(1), 0.5);
}

/**
 * The same over the bare floor, where one segment is drawn an event and nothing else is done: the median of
 * rounds of one stroke here between two there, since the pace of a machine changes within seconds.
 * @returns milliseconds an event of either, and how many times the floor
 */
export async function overFloor(
  page: Page,
  way: Way | null = null,
): Promise<{ cost: number; floor: number; over: number }> {
  const bare = await page.context().browser()!.newContext({ viewport: page.viewportSize() });
  const beside = await bare.newPage();
  await beside.setContent(FLOOR);
  const drawer = await Drawer.of(page, way);
  const under = await Drawer.of(beside, null);
  const rounds: { cost: number; floor: number; over: number }[] = [];
  let before = await under.stroke(0);
  for (let round = 0; round <= ROUNDS; round += 1) {
    const cost = await drawer.stroke(round);
    const after = await under.stroke(round + 1);
    const floor = (before + after) / 2;
    rounds.push({ cost, floor, over: cost / floor });
    before = after;
  }
  await drawer.end();
  await bare.close();
  const median = (of: 'cost' | 'floor' | 'over'): number =>
    quantile(
      rounds.slice(1).map((one) => one[of]),
      0.5,
    );
  return { cost: median('cost'), floor: median('floor'), over: median('over') };
}

/** A row of the table: what a stroke costs over the floor, which has a bar. @returns milliseconds an event */
export async function rowOverFloor(what: string, page: Page, way: Way | null = null): Promise<number> {
  const { cost, floor, over } = await overFloor(page, way);
  row(
    `${what} (floor ${floor.toFixed(1)} ms)`,
    `${over.toFixed(2)} x the floor`,
    'at most 2.5 x',
    over <= 2.5,
  );
  return cost;
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
