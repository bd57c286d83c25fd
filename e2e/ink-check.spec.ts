import { expect, test, type Page } from '@playwright/test';
import { seeded } from '@deft/core/random';
import type { Reference, Study } from '@deft/contract';
import { drawFigure, planted } from '../packages/core/src/testing/drawn-figure.ts';
import { openDesk, type Desk } from './desk.ts';
import type { Pointer } from './hands.ts';
import { drawing, lying, saved, SIZES, takeHand, watch } from './trace.ts';

const WRONG_ARM = /right (upper arm|arm|elbow|wrist)/;

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

async function ask<T>(page: Page, method: 'get' | 'post', path: string, data?: unknown): Promise<T> {
  const answer = await page.request[method](`${desk.address}/api${path}`, data ? { data } : {});
  expect(answer.ok()).toBe(true);
  return (await answer.json()) as T;
}

/** A study of the waving man with an empty attempt, open at Build with the pen in hand. */
async function attempt(page: Page): Promise<{ reference: Reference; pageId: string }> {
  const { items } = await ask<{ items: { id: string }[] }>(page, 'get', '/references?q=Man%20waving');
  const reference = await ask<Reference>(page, 'get', `/references/${items[0]!.id}`);
  const { id } = await ask<Study>(page, 'post', '/studies', { reference: reference.id });
  const study = await ask<Study>(page, 'post', `/studies/${id}/attempts`, {});
  await page.request.patch(`${desk.address}/api/studies/${id}`, { data: { pass: 'build' } });
  await page.goto(`${desk.address}/studies/${id}`);
  await takeHand(page, 'Draw');
  await saved(page);
  return { reference, pageId: study.attempts.at(-1)!.page };
}

/** The man in single lines, the arm on his hip swung out by 40°, 150 mm tall on the page. */
async function draw(page: Page, reference: Reference, pointer: Pointer): Promise<void> {
  const landmarks = reference.truth?.landmarks ?? [];
  const height = reference.figureHeight ?? 1000;
  const places = planted(new Map(landmarks.map(({ name, at }) => [name, at])), {
    kind: 'turn',
    limb: 'right arm',
    by: -40,
  });
  const { lines } = drawFigure(places, height, { manner: 'axes', wobble: 0.3, random: seeded(5) });
  const by = 150 / height;
  const left = Math.min(...landmarks.map(({ at }) => at.x));
  const { stroke } = await drawing(page);
  for (const line of lines) {
    const every = Math.max(1, Math.floor(line.length / 24));
    const kept = line.filter((_, i) => i % every === 0 || i === line.length - 1);
    await stroke(
      kept.map(({ x, y }) => ({ x: 40 + (x - left) * by, y: 15 + y * by })),
      pointer,
    );
  }
  await saved(page);
}

for (const { name, viewport, pointer, hasTouch } of SIZES) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test('lines alone are laid over the picture and tell what is off; one drag sets a landmark, one touch the rest', async ({
      page,
    }) => {
      const strange = watch(page, desk.address);
      const { reference, pageId } = await attempt(page);
      await draw(page, reference, pointer);
      await page.getByTestId('next-pass').click();
      await expect(page.getByTestId('seen')).toBeVisible({ timeout: 20_000 });
      await expect(page.getByTestId('todo')).toHaveText(WRONG_ARM);
      const rings = page.getByTestId('ring');
      const count = await rings.count();
      expect(count).toBeGreaterThanOrEqual(14);
      await expect(rings.and(page.locator('[data-set="true"]'))).toHaveCount(0);

      const wrist = rings.and(page.locator('[data-name="left wrist"]'));
      const box = (await wrist.boundingBox())!;
      const from = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
      const { fingers } = await drawing(page);
      await fingers.stroke(
        Array.from({ length: 7 }, (_, i) => ({ x: from.x + 4 * i, y: from.y })),
        pointer,
        4,
      );
      await expect(wrist).toHaveAttribute('data-set', 'true');
      await expect
        .poll(async () => (await lying(desk, pageId, 'landmark')).map((l) => l.name))
        .toEqual(['left wrist']);
      await expect(rings.and(page.locator('[data-set="false"]'))).toHaveCount(count - 1);

      await page.getByTestId('these-are-right').click();
      await expect(page.getByTestId('seen')).toHaveCount(0);
      await expect.poll(async () => (await lying(desk, pageId, 'landmark')).length).toBe(count);
      await expect(page.getByTestId('todo')).toHaveText(WRONG_ARM);
      expect(strange).toEqual([]);
    });
  });
}
