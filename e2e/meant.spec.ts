import { expect, test, type Page } from '@playwright/test';
import type { Reference, Study } from '@deft/contract';
import { trouble } from './access-rules.ts';
import { openDesk, type Desk } from './desk.ts';
import { drawLines, drawn } from './figure-lines.ts';
import { control } from './hands.ts';
import { askDesk, benchAt, beginAttempt, look, saved, SIZES, watch } from './trace.ts';

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

/** What is meant in the newest attempt of a study, as the desk keeps it. */
async function departures(page: Page, study: string) {
  return (await askDesk<Study>(page, desk, 'get', `/studies/${study}`)).attempts.at(-1)!.departures;
}

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'a larger head that is meant is no miss; taken back it is one, and one touch says that it was meant',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const { reference, study } = await beginAttempt(page, desk, 'Woman waiting');
        await page.getByTestId('looks').click();
        await control(page, 'Changed on purpose', false).click();
        await control(page, 'head').click();
        await page.getByRole('button', { name: 'larger by half', exact: true }).click();
        await expect(page.getByTestId('departure')).toHaveText(/The head larger by half/);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'meant-panel');
        await page.keyboard.press('Escape');
        expect(await departures(page, study.id)).toEqual([{ kind: 'size', part: 'head', by: 1.5 }]);

        // By a finger on the phone: no pen has been seen there.
        await drawLines(page, largeHead(reference), hasTouch ? 'touch' : pointer);
        await saved(page);
        await page.getByTestId('next-pass').click();
        const meant = page.getByTestId('meant');
        await expect(meant).toContainText(/Head: meant larger by half, drawn larger by/, { timeout: 20_000 });
        await expect(page.getByTestId('todo')).not.toContainText(/head/i);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'meant');

        await page.getByTestId('on-purpose').click();
        await page.getByRole('button', { name: 'Take back: The head larger by half' }).click();
        await expect(page.getByTestId('departure')).toHaveCount(0);
        await page.keyboard.press('Escape');
        await expect(meant).toHaveCount(0);
        await expect(page.getByTestId('todo')).toContainText(/Make the head .* smaller/);

        await page.getByTestId('finding').filter({ hasText: /head/i }).first().click();
        await look(page, 'meant-that');
        await page.getByTestId('meant-that').click();
        await expect(meant).toContainText(/Head: drawn .*, as you meant/);
        await expect(page.getByTestId('todo')).not.toContainText(/head/i);
        await expect
          .poll(() => departures(page, study.id))
          .toEqual([{ kind: 'size', part: 'head', by: null }]);

        // What one means to change, one means the next time as well.
        await page.getByTestId('try-again').click();
        await expect
          .poll(async () => departures(page, study.id))
          .toEqual([{ kind: 'size', part: 'head', by: null }]);
        expect(strange).toEqual([]);
      },
    );
  });

const largeHead = (reference: Reference) => drawn(reference, { kind: 'head', by: 0.5 });
