import { expect, test } from '@playwright/test';
import { openDesk } from './desk.ts';
import { control, arc, Fingers, pageOnScreen } from './hands.ts';
import { paintedInAll } from './painted.ts';
import { openReference } from './trace.ts';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('strokes drawn while the server is killed are all there when it is back, each once', async ({
  page,
}) => {
  const { desk, close } = await openDesk();
  try {
    await openReference(page, desk, 'Man waving');
    await page.getByTestId('study-this').click();
    await page.getByTestId('hand').click();
    await control(page.getByRole('radiogroup', { name: 'Hands' }), 'Draw', false).click();
    const state = page.getByTestId('save-state');
    await expect(state).toHaveText('saved');
    const on = await pageOnScreen(page.getByTestId('page'));
    const fingers = await Fingers.of(page);
    const stroke = (i: number) =>
      fingers.stroke(
        arc(30 + (i % 6) * 18, 40 + Math.floor(i / 6) * 26, 7, 9).map((p) => on(p.x, p.y)),
        'pen',
        3,
      );
    for (let i = 0; i < 8; i += 1) await stroke(i);
    const killed = new Promise<void>((done) =>
      setTimeout(() => void desk.end('SIGKILL').then(() => done()), 60),
    );
    for (let i = 8; i < 16; i += 1) await stroke(i);
    await killed;
    await expect(state).toContainText('kept on this device');
    for (let i = 16; i < 20; i += 1) await stroke(i);
    await desk.open();
    // The page itself comes from the desk again, its unconfirmed strokes from the journal.
    await page.reload();
    await expect(state).toHaveText('saved');
    const id = page.url().split('/').at(-1);
    const study = (await (await page.request.get(`${desk.address}/api/studies/${id}`)).json()) as {
      traces: { page: string }[];
    };
    const { operations } = (await (
      await page.request.get(`${desk.address}/api/pages/${study.traces[0]!.page}/operations?after=0`)
    ).json()) as {
      operations: {
        operation: { n: number; device: string; body: { add?: { type: string; id: string }[] } };
      }[];
    };
    const strokes = operations.flatMap(({ operation }) =>
      (operation.body.add ?? []).filter((t) => t.type === 'stroke').map((t) => t.id),
    );
    expect(strokes).toHaveLength(20);
    expect(new Set(strokes).size).toBe(20);
    // Undo reaches across the reload, and back.
    await expect(page.getByTestId('page')).toHaveAttribute('aria-busy', 'false');
    const full = await paintedInAll(page);
    await page.getByTestId('undo').click();
    await expect.poll(() => paintedInAll(page)).toBeLessThan(full - 60);
    await page.getByTestId('redo').click();
    await expect.poll(() => paintedInAll(page)).toBeGreaterThan(full - 20);
  } finally {
    await close();
  }
});

test('a stroke that crosses the bell is finished first and kept in its pose; the palm leaves nothing; two fingers only move', async ({
  page,
}) => {
  const { desk, close } = await openDesk();
  try {
    const sets = (await (await page.request.get(`${desk.address}/api/sets`)).json()) as { id: string }[];
    const made = await page.request.post(`${desk.address}/api/sessions`, {
      data: {
        set: sets[0]!.id,
        plan: {
          title: 'One',
          blocks: [{ count: 1, seconds: 6, ground: 'on screen', source: 'sight', look: 0, rest: 0 }],
        },
      },
    });
    const { id, poses } = (await made.json()) as { id: string; poses: { page: string }[] };
    await page.goto(`${desk.address}/sessions/${id}`);
    await expect(page.getByTestId('hold')).toBeVisible();
    const on = await pageOnScreen(page.getByTestId('page'));
    const fingers = await Fingers.of(page);
    await fingers.pinch([on(40, 60), on(90, 120)], [on(44, 64), on(94, 124)]);
    // The palm lies down, then the pen: the touch is withdrawn.
    await fingers.down(on(100, 160), 'touch');
    await fingers.move(on(102, 163), 'touch');
    await fingers.stroke(
      arc(60, 60, 20, 20).map((p) => on(p.x, p.y)),
      'pen',
      5,
    );
    await fingers.up(on(102, 163), 'touch');
    // From the last second until the bell has gone by.
    await expect(page.getByLabel('Time left')).toHaveText('0:01');
    await fingers.down(on(30, 120), 'pen');
    const last = Date.now();
    for (let i = 1; Date.now() - last < 1300; i += 1)
      await fingers.move(on(30 + (i % 60), 120 + 5 * Math.sin(i / 4)), 'pen', 0.5);
    await fingers.up(on(88, 120), 'pen');
    await expect(page.getByTestId('study-pose')).toBeVisible({ timeout: 5000 });
    await expect
      .poll(async () => {
        const { operations } = (await (
          await page.request.get(`${desk.address}/api/pages/${poses[0]!.page}/operations?after=0`)
        ).json()) as {
          operations: { operation: { body: { add?: { type: string }[] } } }[];
        };
        return operations
          .flatMap(({ operation }) => operation.body.add ?? [])
          .filter((t) => t.type === 'stroke').length;
      })
      .toBe(2);
    const session = (await (await page.request.get(`${desk.address}/api/sessions/${id}`)).json()) as {
      poses: { drawnMs: number }[];
    };
    expect(session.poses[0]!.drawnMs).toBeGreaterThan(6000);
    expect(session.poses[0]!.drawnMs).toBeLessThanOrEqual(7500);
  } finally {
    await close();
  }
});
