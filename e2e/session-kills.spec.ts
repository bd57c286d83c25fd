import { expect, test } from '@playwright/test';
import { seeded } from '@deft/core/random';
import { newBlock } from '@deft/core/session';
import type { Session } from '@deft/contract';
import { newSession } from './clock-run.ts';
import { openDesk } from './desk.ts';
import { arc, Fingers, pageOnScreen } from './hands.ts';
import { lying } from './trace.ts';

test.use({ viewport: { width: 1280, height: 800 } });

/** One seed in every test run; the bench asks for twenty. */
const SEEDS = Number(process.env['DEFT_KILL_SEEDS'] ?? 1);
/** One kill in every test run; the bench asks for two. */
const KILLS = Number(process.env['DEFT_KILLS'] ?? 1);
/** Half of them with the page alone, half with the whole page as long poses have it. */
const POSES = 4;
const SECONDS = 4;

for (const seed of Array.from({ length: SEEDS }, (_, i) => i + 1)) {
  test(`the server is killed at random moments of a session: every pose, time and stroke is there (seed ${seed})`, async ({
    page,
  }) => {
    test.setTimeout(180_000);
    const random = seeded(seed);
    const { desk, close } = await openDesk();
    try {
      const session = await newSession(page, desk, [
        newBlock(POSES / 2, SECONDS),
        newBlock(POSES / 2, SECONDS, { wholePage: true }),
      ]);
      await page.goto(`${desk.address}/sessions/${session.id}`);
      await page.getByTestId('hold').waitFor();
      const surface = page.getByTestId('page').filter({ visible: true });
      const fingers = await Fingers.of(page);
      const over = page.getByTestId('lesson');
      const pose = page.getByText(/^\d of \d/);
      // Strokes that were begun, and of them those that no bell, hold or missing page stood in the way of.
      let drawn = 0;
      let sure = 0;
      const kills = Array.from({ length: KILLS }, () => Math.round(random() * POSES * SECONDS * 1000))

        .sort((a, b) => a - b);
      const began = Date.now();
      const killing = (async () => {
        for (const at of kills) {
          await new Promise((done) => setTimeout(done, Math.max(0, at - (Date.now() - began))));
          await desk.end('SIGKILL');
          await desk.open();
        }
      })();
      // Strokes go on all the while.
      while (!(await over.isVisible())) {
        const hold = page.getByTestId('hold');
        if (!(await hold.isVisible().catch(() => false))) {
          // A pose whose page has not come is held until the desk is back.
          await page
            .getByTestId('go-on')
            .click({ timeout: 300 })
            .catch(() => undefined);
          await page.waitForTimeout(50);
          continue;
        }
        if ((await surface.count()) !== 1) continue;
        const before = await pose.textContent().catch(() => null);
        const x = 20 + random() * 100;
        const y = 20 + random() * 150;
        const on = await pageOnScreen(surface).catch(() => null);
        if (!on) continue;
        await fingers.stroke(
          arc(x, y, 8, 8).map((p) => on(p.x, p.y)),
          'pen',
          4,
        );
        drawn += 1;
        const after = await pose.textContent({ timeout: 300 }).catch(() => null);
        const undisturbed = (await hold.isVisible()) && (await page.getByRole('alert').count()) === 0;
        if (undisturbed && before !== null && before === after) sure += 1;
        await page.waitForTimeout(60 + random() * 200);
      }
      await killing;
      await expect(over).toBeVisible({ timeout: 30_000 });
      const read = async (): Promise<Session> =>
        (await (await page.request.get(`${desk.address}/api/sessions/${session.id}`)).json()) as Session;
      await expect.poll(async () => (await read()).over, { timeout: 20_000 }).toBe(true);
      const { poses } = await read();
      expect(poses.map(({ end }) => end)).toEqual(poses.map(() => 'run out'));
      for (const { drawnMs } of poses) {
        expect(drawnMs).toBeGreaterThanOrEqual(SECONDS * 1000);
        expect(drawnMs).toBeLessThanOrEqual(SECONDS * 1000 + 1500);
      }
      // Every stroke that was drawn is on some page, each once.
      expect(sure).toBeGreaterThan(drawn / 2);
      const all = async (): Promise<number> =>
        (await Promise.all(poses.map(({ page: id }) => lying(desk, id, 'stroke')))).reduce(
          (sum, lines) => sum + lines.length,
          0,
        );
      await expect.poll(all, { timeout: 20_000 }).toBeGreaterThanOrEqual(sure);
      expect(await all()).toBeLessThanOrEqual(drawn);
    } finally {
      await close();
    }
  });
}
