import { expect, test } from '@playwright/test';
import { newBlock } from '@deft/core/session';
import type { Reference } from '@deft/contract';
import { trouble } from './access-rules.ts';
import { newSession } from './clock-run.ts';
import { openDesk, type Desk } from './desk.ts';
import { drawLines, drawn } from './figure-lines.ts';
import { control } from './hands.ts';
import { askDesk, benchAt, look, SIZES, watch } from './trace.ts';

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

/** By how much the right arm is swung in each drawing, degrees. */
const SWUNG = [0, -30, 20];

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'one pose drawn three ways: what was varied is told, and the replay leads to each part’s first line',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const { items } = await askDesk<{ items: Reference[] }>(
          page,
          desk,
          'get',
          '/references?q=Man waving',
        );
        const { id } = items.find(({ title }) => title === 'Man waving')!;
        const reference = await askDesk<Reference>(page, desk, 'get', `/references/${id}`);
        const session = await newSession(page, desk, [newBlock(SWUNG.length, 120)], {
          pictures: [{ id, revision: reference.revision, flipped: false }],
        });
        await page.goto(`${desk.address}/sessions/${session.id}`);
        for (const [i, by] of SWUNG.entries()) {
          await expect(page.getByText(`${i + 1} of ${SWUNG.length}`)).toBeVisible();
          await drawLines(page, drawn(reference, { kind: 'turn', limb: 'right arm', by }), pointer);
          await page.keyboard.press('Tab');
        }
        const variants = page.getByTestId('variants');
        await expect(variants.getByTestId('variant')).toHaveCount(SWUNG.length, { timeout: 60_000 });
        await expect(variants).toContainText(/Man waving, 3 ways/);
        await expect(variants).toContainText(
          /None of them leans more than the others\.They take .* square heads/,
        );
        await expect(variants).toContainText(/You varied most the right (upper arm|forearm), by \d+°/);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'variants');

        await page.getByTestId('replay-pose').first().click();
        const replay = page.getByTestId('replay');
        await expect(replay).toContainText(/The whole stood/);
        expect(await replay.getByTestId('slider-mark').count()).toBeGreaterThan(2);
        await control(replay, /^the whole stood, after \d+ strokes$/).click();
        await expect(replay).toContainText(/Stroke, \d+ of \d+/);
        const shown = await replay.getByText(/Stroke, /).textContent();
        await replay.getByTestId('order-mark').first().click();
        await expect(replay.getByText(/Stroke, /)).not.toHaveText(shown!);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'replay-marks');
        expect(strange).toEqual([]);
      },
    );
  });
