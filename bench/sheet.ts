import { newBlock } from '@deft/core/session';
import {
  encodeStroke,
  OPERATION_VERSION,
  reducePage,
  thingsOfType,
  type Answer,
  type Operation,
  type Thing,
} from '@deft/core/page';
import { seeded } from '@deft/core/random';
import type { Pose, Reference, ReferenceSet, Session } from '@deft/contract';
import { drawFigure, MANNERS } from '../packages/core/src/testing/drawn-figure.ts';
import { drawnThrough } from '../e2e/drawn.ts';
import { ask, launch, newId, openDesk } from './page-desk.ts';
import { row } from './table.ts';

/** The sheet of a session of twenty drawn poses speaks by itself: what holds up the screen meanwhile? */

const POSES = 20;
/** Height of a figure on its page, millimetres. */
const HEIGHT = 150;

const { desk, close } = await openDesk();

/** A figure drawn on a pose's page, a stroke an operation. */
async function draw({ page, reference: { id } }: Pose, nth: number): Promise<void> {
  const reference = await ask<Reference>(desk, 'GET', `/references/${id}`);
  const { operations } = await ask<Answer>(desk, 'GET', `/pages/${page}/operations?after=0`);
  const ink = thingsOfType(reducePage(operations.map((o) => o.operation)), 'sheet').find(
    ({ kind }) => kind === 'ink',
  )!;
  const landmarks = reference.truth?.landmarks ?? [];
  const height = reference.figureHeight ?? 1000;
  const left = Math.min(...landmarks.map(({ at }) => at.x));
  const top = Math.min(...landmarks.map(({ at }) => at.y));
  const by = HEIGHT / height;
  const { lines } = drawFigure(new Map(landmarks.map(({ name, at }) => [name, at])), height, {
    manner: MANNERS[nth % MANNERS.length]!,
    wobble: 0.5,
    random: seeded(7 + nth),
  });
  const device = newId();
  const strokes = lines.map((line, i): Operation => {
    const stroke: Thing = {
      type: 'stroke',
      id: newId(),
      sheet: ink.id,
      order: `a${i.toString(36)}`,
      pen: 'pencil',
      size: 0.7,
      colour: '#1E2430',
      pressure: 'device',
      points: encodeStroke(
        line.map((p, k) => ({
          x: 25 + (p.x - left) * by,
          y: 25 + (p.y - top) * by,
          pressure: 0.5,
          time: 8 * k,
        })),
      ),
    };
    return {
      id: newId(),
      page,
      device,
      n: i + 1,
      seen: operations.length,
      at: 0,
      version: OPERATION_VERSION,
      kind: 'change',
      body: { add: [stroke] },
    };
  });
  await ask(desk, 'POST', `/pages/${page}/operations`, { after: 1e9, operations: strokes });
}

try {
  const sets = await ask<ReferenceSet[]>(desk, 'GET', '/sets');
  const figures = sets.find(({ title }) => title === 'Platform figures')!;
  const session = await ask<Session>(desk, 'POST', '/sessions', {
    set: figures.id,
    plan: { title: 'Twenty', blocks: [newBlock(POSES, 120)] },
    choice: 'in order',
  });
  for (const [i, pose] of session.poses.entries()) await draw(pose, i);
  await ask(desk, 'PUT', `/sessions/${session.id}/clock`, drawnThrough(session, 60_000));
  const browser = await launch();
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    await page.addInitScript(() => {
      const tasks: { at: number; long: number }[] = [];
      new PerformanceObserver((list) => {
        for (const { startTime, duration } of list.getEntries())
          tasks.push({ at: startTime, long: duration });
      }).observe({ type: 'longtask' });
      Object.assign(window, { tasks });
    });
    await page.goto(`${desk.address}/sessions/${session.id}`);
    // From the first drawing that is told on: what comes before is the screen itself being opened.
    await page.getByTestId('said').first().waitFor({ timeout: 60_000 });
    const from = await page.evaluate(() => performance.now());
    await page.getByTestId('sheet-going').waitFor({ state: 'detached', timeout: 300_000 });
    const [long, whole] = await page.evaluate((since) => {
      const { tasks } = window as unknown as { tasks: { at: number; long: number }[] };
      return [tasks.filter(({ at }) => at > since).map((t) => t.long), performance.now() - since] as const;
    }, from);
    const said = await page.getByTestId('said').count();
    row(
      `${POSES} poses told on their sheet in ${(whole / 1000).toFixed(0)} s: tasks over 50 ms; the longest`,
      `${long.length}; ${Math.max(0, ...long).toFixed(0)} ms`,
      'none',
      said === POSES && long.length === 0,
    );
  } finally {
    await browser.close();
  }
} finally {
  await close();
}
