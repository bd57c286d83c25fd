import { build } from 'esbuild';
import type { CDPSession, Page } from '@playwright/test';
import { Fingers } from '../e2e/hands.ts';
import {
  drawnStudy,
  launch,
  newId,
  openDesk,
  openDrawing,
  references,
  somewhere,
  taskTime,
} from './page-desk.ts';
import { undoCost } from './pen-cost.ts';
import { quantile, row } from './table.ts';
import { OPERATION_VERSION, type Thing } from '@deft/core/page';

/**
 * Undo, moving the view, opening and many sheets: what they cost on a page with few and with many strokes.
 */

const OPENINGS = 5;

const painted = (page: Page): Promise<void> =>
  page.locator('[data-testid="page"][aria-busy="false"]').waitFor({ timeout: 120_000 });

interface Moved {
  /** Script milliseconds of each frame. */
  readonly frames: readonly number[];
  /** Tasks over 50 ms while the view settled. */
  readonly long: readonly number[];
}

/** Pinches, pans and turns with two fingers, then lets go and waits until all is painted. */
async function moveView(page: Page, cdp: CDPSession): Promise<Moved> {
  const box = (await page.getByTestId('page').boundingBox())!;
  const at = (x: number, y: number, id: number) => ({
    x: box.x + box.width * x,
    y: box.y + box.height * y,
    id,
  });
  const script = async (): Promise<number> =>
    (await cdp.send('Performance.getMetrics')).metrics.find((m) => m.name === 'ScriptDuration')!.value * 1000;
  await page.evaluate(() => {
    const all: number[] = [];
    new PerformanceObserver((list) => all.push(...list.getEntries().map((entry) => entry.duration))).observe({
      type: 'longtask',
    });
    Object.assign(window, { longTasks: all });
  });
  const frames: number[] = [];
  const gesture = async (
    to: (t: number) => [ReturnType<typeof at>, ReturnType<typeof at>],
  ): Promise<void> => {
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [to(0)[0]] });
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: to(0) });
    for (let i = 1; i <= 40; i += 1) {
      const before = await script();
      await cdp.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: to(i / 40) });
      await page.evaluate(() => new Promise(requestAnimationFrame));
      frames.push((await script()) - before);
    }
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    await page.waitForTimeout(50);
    await painted(page);
  };
  await gesture((t) => [at(0.4 - 0.1 * t, 0.4 - 0.1 * t, 0), at(0.6 + 0.1 * t, 0.6 + 0.1 * t, 1)]);
  await gesture((t) => [at(0.4 + 0.1 * t, 0.4, 0), at(0.6 + 0.1 * t, 0.6, 1)]);
  await gesture((t) => [
    at(0.5 - 0.15 * Math.cos(t), 0.5 - 0.15 * Math.sin(t), 0),
    at(0.5 + 0.15 * Math.cos(t), 0.5 + 0.15 * Math.sin(t), 1),
  ]);
  await page.waitForTimeout(500);
  const long = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks);
  return { frames, long };
}

/** Milliseconds from asking for the page until all of it is painted. */
async function openingTime(page: Page, drawn: { address: string; page: string }): Promise<number> {
  const { address } = drawn;
  await page.goto(address.replace(/\/studies\/.*/, '/'));
  await page.waitForTimeout(1000);
  await page.evaluate((path) => {
    // Asking again and again from outside whether it is done would itself take time, and tell it late.
    const watching = new MutationObserver(() => {
      if (!document.querySelector('[data-testid="page"][aria-busy="false"]')) return;
      Object.assign(window, { paintedAt: performance.now() });
      watching.disconnect();
    });
    watching.observe(document, { subtree: true, childList: true, attributeFilter: ['aria-busy'] });
    // Within the studio, so that its own loading is not counted.
    window.history.pushState(null, '', path);
    window.dispatchEvent(new PopStateEvent('popstate'));
  }, new URL(address).pathname);
  await page.getByTestId('page').waitFor();
  await painted(page);
  return page.evaluate(
    (asked) =>
      (window as unknown as { paintedAt: number }).paintedAt -
      performance.getEntriesByType('resource').find(({ name }) => name.includes(asked))!.startTime,
    `${drawn.page}/operations`,
  );
}

/** Milliseconds that unpacking and outlining the same strokes takes alone, in the same browser. */
async function outliningAlone(page: Page, count: number): Promise<number> {
  const made = await build({
    stdin: {
      contents:
        "import { strokeLayers, layerPath } from '@deft/core/page'; window.outline = (strokes) => { const t = performance.now(); for (const s of strokes) for (const l of strokeLayers(s)) new Path2D(layerPath(l)); return performance.now() - t; };",
      resolveDir: import.meta.dirname,
    },
    bundle: true,
    write: false,
    format: 'iife',
    minify: true,
  });
  await page.goto('about:blank');
  await page.addScriptTag({ content: made.outputFiles[0]!.text });
  const strokes = Array.from({ length: count }, (_, i) => somewhere(i, newId()));
  return page.evaluate(
    (all) => (window as unknown as { outline: (s: unknown) => number }).outline(all),
    strokes,
  );
}

const { desk, close } = await openDesk();
const browser = await launch();
try {
  const [a, b, c, d, e] = await references(desk);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, hasTouch: true });
  const page = await context.newPage();
  const cdp = await context.newCDPSession(page);
  await cdp.send('Performance.enable');
  const few = await drawnStudy(desk, a!, 100);
  const many = await drawnStudy(desk, b!, 5000);
  const most = await drawnStudy(desk, c!, 20_000);

  const stroke = async (): Promise<void> => {
    const box = (await page.getByTestId('page').boundingBox())!;
    await (
      await Fingers.of(page)
    ).stroke(
      Array.from({ length: 40 }, (_, i) => ({
        x: box.x + box.width * (0.4 + i / 300),
        y: box.y + box.height * (0.5 + 0.1 * Math.sin(i / 6)),
      })),
      'mouse',
      2,
    );
    await page.waitForTimeout(400);
  };
  await openDrawing(page, few.address);
  await painted(page);
  await stroke();
  const light = await undoCost(page);
  await openDrawing(page, many.address);
  await painted(page);
  await stroke();
  const heavy = await undoCost(page);
  row(
    'undo at 5,000 strokes, over undo at 100',
    `${(heavy / light).toFixed(2)} x`,
    'at most 6 x',
    heavy / light <= 6,
  );
  const moved = async (what: string): Promise<void> => {
    const { frames, long } = await moveView(page, cdp);
    row(
      `pan, zoom, turn at ${what}: script a frame, median`,
      `${quantile(frames, 0.5).toFixed(1)} ms`,
      'under 16 ms',
      quantile(frames, 0.5) < 16,
    );
    row(
      `longest task while the view settles at ${what}`,
      long.length > 0 ? `${Math.max(...long).toFixed(0)} ms` : 'none over 50 ms',
      'no task over 50 ms',
      long.length === 0,
    );
  };
  await moved('5,000 strokes');

  const openings: number[] = [];
  for (let i = 0; i < OPENINGS; i += 1) {
    const alone = await outliningAlone(page, 5000);
    openings.push((await openingTime(page, many)) / alone);
  }
  row(
    `opening 5,000 strokes, over unpacking and outlining them alone, median of ${OPENINGS}`,
    `${quantile(openings, 0.5).toFixed(2)} x`,
    'at most 2 x',
    quantile(openings, 0.5) <= 2,
  );
  row('opening 20,000 strokes', `${((await openingTime(page, most)) / 1000).toFixed(1)} s`, 'reported');
  await openDrawing(page, most.address);
  await painted(page);
  const beforeStroke = await taskTime(cdp);
  await stroke();
  row(
    'a 40-point stroke at 20,000 strokes, main thread',
    `${((await taskTime(cdp)) - beforeStroke).toFixed(0)} ms`,
    'reported',
  );

  // A pencil that is built up in layers.
  const graded = await drawnStudy(desk, e!, 5000, { strength: 0.5, darkening: 1 });
  await openDrawing(page, graded.address);
  await painted(page);
  await stroke();
  const built = await undoCost(page);
  row(
    'undo at 5,000 strokes built up in layers, over undo at 100',
    `${(built / light).toFixed(2)} x`,
    'at most 6 x',
    built / light <= 6,
  );
  await moved('5,000 strokes built up in layers');
  row(
    'opening 5,000 strokes built up in layers',
    `${((await openingTime(page, graded)) / 1000).toFixed(1)} s`,
    'reported',
  );

  // Eight sheets: opacity, multiply, rubbing by area.
  const eight = await drawnStudy(desk, d!, 400);
  const add: Thing[] = Array.from({ length: 4 }, (_, i): Thing => ({
    type: 'sheet',
    id: newId(),
    kind: 'ink',
    name: `Sheet ${i}`,
    order: `b${i}`,
    opacity: 0.4 + 0.15 * i,
    hidden: false,
    locked: false,
    multiply: i % 2 === 0,
  }));
  const inked = add.flatMap(({ id }) => [
    ...Array.from({ length: 100 }, (_, i): Thing => somewhere(i * 7, id)),
    ...Array.from({ length: 10 }, (_, i): Thing => ({
      ...somewhere(i * 31, id),
      order: `b${i}`,
      pen: 'rubber',
      size: 6,
    })),
  ]);
  await fetch(`${desk.address}/api/pages/${eight.page}/operations`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({
      after: 1e9,
      operations: [
        {
          id: newId(),
          page: eight.page,
          device: newId(),
          n: 1,
          seen: 1,
          at: 0,
          version: OPERATION_VERSION,
          kind: 'change',
          body: { add: [...add, ...inked] },
        },
      ],
    }),
  });
  await openDrawing(page, eight.address);
  await painted(page);
  const canvases = await page.evaluate(
    () =>
      [...document.querySelectorAll('canvas')].reduce(
        (sum, canvas) => sum + 4 * canvas.width * canvas.height,
        0,
      ) /
      2 ** 20,
  );
  row(
    'canvases of eight sheets, memory',
    `${canvases.toFixed(0)} MB`,
    `view ${((4 * 1280 * 800) / 2 ** 20).toFixed(0)} MB each`,
  );
  const before = await taskTime(cdp);
  const eightMoved = await moveView(page, cdp);
  row(
    'three gestures and their settling with eight sheets, main thread',
    `${((await taskTime(cdp)) - before).toFixed(0)} ms`,
    `${eightMoved.long.length} tasks over 50 ms`,
  );
} finally {
  await browser.close();
  await close();
}
