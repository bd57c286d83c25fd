import { expect, test } from '@playwright/test';
import type { Study } from '@deft/contract';
import { openDesk, type Desk } from './desk.ts';
import { drawLines, drawn } from './figure-lines.ts';
import { control, line } from './hands.ts';
import {
  askDesk,
  benchAt,
  drawing,
  look,
  lying,
  openReference,
  saved,
  SIZES,
  toPass,
  watch,
} from './trace.ts';

/**
 * The first study of somebody who knows nothing of the desk: at every step only what stands there as the
 * main thing to do, or as the next pass, is pressed.
 */

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'a newcomer goes through the five passes by what the screen offers',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        await openReference(page, desk, name === 'phone' ? 'Showing the way' : 'Calling the halt');
        await look(page, 'newcomer-1-reference');
        await page.getByTestId('study-this').click();
        await page.waitForURL(/\/studies\//);
        const id = new URL(page.url()).pathname.split('/').at(-1)!;
        const study = () => askDesk<Study>(page, desk, 'get', `/studies/${id}`);
        const { reference } = await study();
        await saved(page);
        // Trace: a hint says what to do, a form is in hand, and a contact lays it.
        await expect(page.getByText('Lay simple forms over the faded picture')).toBeVisible();
        await look(page, 'newcomer-2-trace');
        const d = await drawing(page);
        await d.stroke(line(60, 30, 80, 60, 5), hasTouch ? 'touch' : pointer);
        const { page: traced } = (await study()).traces[0]!;
        await expect
          .poll(async () => (await lying(desk, traced, 'form')).map(({ part }) => part))
          .toEqual(['head']);
        await expect(page.getByText('Lay simple forms over the faded picture')).toHaveCount(0);
        await saved(page);
        // Build: the next pass stands at the line's end.
        await page.getByTestId('next-pass').click();
        await expect(page.getByText('Build it freehand from the same forms')).toBeVisible();
        await saved(page);
        await look(page, 'newcomer-3-build');
        // A ground line first, as it says: that is what lies in the hand.
        await d.tap(74, 190, hasTouch ? 'touch' : pointer);
        const own = () => study().then(({ attempts }) => attempts.at(-1)!.page);
        await expect.poll(async () => (await lying(desk, await own(), 'guide')).length).toBe(1);
        await page.getByTestId('hand').click();
        await control(page.getByRole('radiogroup', { name: 'Hands' }), 'Draw').click();
        await drawLines(page, drawn(reference, null), pointer);
        await saved(page);
        await look(page, 'newcomer-4-built');
        // From Build on one may check at once, or refine first.
        await page.getByTestId('next-pass').click();
        await expect(page.getByTestId('todo').or(page.getByText('Refine over')).first()).toBeVisible({
          timeout: 20_000,
        });
        await look(page, 'newcomer-5-next');
        // The passes that were not come by stand in the line, each with what it is for.
        await toPass(page, 'Refine');
        await expect(page.getByText('A clean line on a new sheet')).toBeAttached();
        await toPass(page, 'Observe');
        await expect(page.getByText('Look before you draw')).toBeVisible();
        expect(strange).toEqual([]);
      },
    );
  });
