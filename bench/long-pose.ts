import type { Page } from '@playwright/test';
import { newBlock, timeLeft, type Block, type Clock } from '@deft/core/session';
import type { Pose, ReferenceSet, Session } from '@deft/contract';
import { Fingers } from '../e2e/hands.ts';
import { lying } from '../e2e/trace.ts';
import { ask, launch, layStrokes, openDesk } from './page-desk.ts';
import { rowOverFloor } from './pen-cost.ts';
import { row } from './table.ts';

/** Long poses on pages with 5,000 strokes: what the pen costs while the clock runs, and their bells. */

const STROKES = 5000;
const SECONDS = 12;
/** How long a stroke takes that is begun in the last second, milliseconds. */
const ACROSS = 1400;

const { desk, close } = await openDesk();
const browser = await launch();

async function start(blocks: readonly Block[]): Promise<Session> {
  const [set] = await ask<ReferenceSet[]>(desk, 'GET', '/sets');
  return ask(desk, 'POST', '/sessions', { set: set!.id, plan: { title: 'Measured', blocks } });
}

/** Writes down, frame by frame, when a pose has come, and when its last second begins. */
const WATCH = `window.came = {};
window.last = {};
const look = (at) => {
  const nth = document.querySelector('[data-testid="nth"]')?.textContent?.[0];
  const left = document.querySelector('[aria-label="Time left"]')?.textContent;
  if (nth) window.came[nth] ??= at;
  if (nth && left === '0:01') window.last[nth] ??= at;
  requestAnimationFrame(look);
};
requestAnimationFrame(look);`;

type Moments = Readonly<Record<string, number>>;
interface Watched extends Window {
  readonly came: Moments;
  readonly last: Moments;
}

/** When something was first seen of a pose, by the page's own clock. */
const momentOf = (page: Page, what: 'came' | 'last', nth: number): Promise<number> =>
  page
    .waitForFunction(([name, of]) => (window as unknown as Watched)[name][of], [what, String(nth)] as const, {
      timeout: 120_000,
      polling: 20,
    })
    .then((found) => found.jsonValue() as Promise<number>);

/** When the bell of the pose that runs is due, as its clock stands in the browser. */
async function bellOf(page: Page): Promise<number> {
  const kept = await page.evaluate(() =>
    Object.values(localStorage).find((text) => text.includes('"since"')),
  );
  const clock = JSON.parse(kept ?? 'null') as Clock;
  return clock.since + timeLeft(clock);
}

/** How long after its bell the pose after one came, milliseconds. */
async function lateness(page: Page, nth: number): Promise<number> {
  await momentOf(page, 'came', nth);
  // Well into it, whatever its page took to come.
  await page.waitForTimeout(3000);
  const due = await bellOf(page);
  return (await momentOf(page, 'came', nth + 1)) - due;
}

try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const one = await start([newBlock(1, 600)]);
  await layStrokes(desk, one.poses[0]!.page, STROKES);
  await page.goto(`${desk.address}/sessions/${one.id}`);
  await page.getByTestId('hold').waitFor();
  await page.locator('[data-testid="page"][aria-busy="false"]').waitFor();
  await rowOverFloor(`an event of a stroke in a running long pose of ${STROKES} strokes`, page);
  await page.close();

  const next = await context.newPage();
  await next.addInitScript({ content: WATCH });
  const session = await start([newBlock(4, SECONDS, { wholePage: true })]);
  const [, second, , fourth] = session.poses as [Pose, Pose, Pose, Pose];
  for (const pose of [second, fourth]) await layStrokes(desk, pose.page, STROKES);
  await next.goto(`${desk.address}/sessions/${session.id}`);
  for (const [nth, what] of [
    [1, 'an empty long pose'],
    [2, `a long pose of ${STROKES} strokes`],
  ] as const) {
    const late = await lateness(next, nth);
    row(`the bell after ${what}`, `${late.toFixed(0)} ms off`, 'under 100 ms', Math.abs(late) < 100);
  }
  // A stroke is drawn across the next bell.
  const fingers = await Fingers.of(next);
  const box = (await next.getByTestId('page').filter({ visible: true }).boundingBox())!;
  const at = (share: number) => ({ x: box.x + box.width * (0.3 + 0.4 * share), y: box.y + box.height * 0.4 });
  await momentOf(next, 'last', 4);
  await fingers.down(at(0), 'pen');
  const downAt = Date.now();
  while (Date.now() - downAt < ACROSS) {
    await fingers.move(at((Date.now() - downAt) / ACROSS), 'pen');
    await next.waitForTimeout(20);
  }
  await fingers.up(at(1), 'pen');
  await next.getByTestId('lesson').waitFor({ timeout: 60_000 });
  const counts = await Promise.all(
    session.poses.map(async ({ page: id }) => (await lying(desk, id, 'stroke')).length),
  );
  row(
    'a stroke across its bell lies in its own pose',
    counts.join(', '),
    `0, ${STROKES}, 0, ${STROKES + 1}`,
    counts.join() === [0, STROKES, 0, STROKES + 1].join(),
  );
} finally {
  await browser.close();
  await close();
}
