import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import type { TaskOf } from '@deft/contract';
import { trouble } from './access-rules.ts';
import { openDesk, type Desk } from './desk.ts';
import { control, line } from './hands.ts';
import { askDesk, beginAttempt, benchAt, drawing, look, saved, SIZES, takeHand, watch } from './trace.ts';

/** What was set to be drawn: counted, ticked, told on the desk, and handed in as one file. */

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(() => close());

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'a task is set, counted from the page, ticked, seen on the desk, and handed in as a PDF',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const touch = hasTouch ? 'touch' : pointer;
        const { reference, study } = await beginAttempt(
          page,
          desk,
          name === 'phone' ? 'Man waving' : 'Porter sweeping',
        );
        const task = async () => (await askDesk<TaskOf>(page, desk, 'get', `/studies/${study.id}/task`)).task;
        await page.getByTestId('looks').click();
        await control(page.getByRole('dialog'), 'Set task', false).click();
        const panel = page.getByRole('dialog', { name: 'Set task' });
        await panel.getByLabel('What is asked').fill('Build it of two forms.');
        await panel.getByLabel('Forms, at least').fill('many');
        await panel.getByLabel('Another point').fill('Feet on the ground');
        await expect(page.getByRole('alert')).toContainText('a number from 1 to 500');
        await control(page.getByRole('alert'), 'Close').click();
        await panel.getByLabel('Forms, at least').fill('2');
        await panel.getByLabel('Another point').fill('Feet on the ground');
        await control(panel, 'Add this point').click();
        await control(panel, '2 values').click();
        await panel.getByLabel('Handed in by').fill('Ada Wren');
        await panel.getByRole('checkbox', { name: 'Feet on the ground' }).click();
        await expect.poll(task).toMatchObject({
          asks: 'Build it of two forms.',
          forms: 2,
          values: 2,
          by: 'Ada Wren',
          checklist: [{ text: 'Feet on the ground', done: true }],
        });
        await expect(page.getByTestId('task-there')).toHaveText(
          '0 of 2 forms, 0 of 2 values, 1 of 1 ticked.',
        );
        await look(page, 'task-panel');
        expect(await trouble(page)).toEqual([]);
        await control(panel, 'Close').click();

        await takeHand(page, 'Forms');
        const d = await drawing(page);
        await d.stroke(line(40, 60, 80, 110), touch);
        await expect(page.getByTestId('task-strip')).toHaveText('1 of 2 forms, 0 of 2 values, 1 of 1 ticked');
        await saved(page);
        await look(page, 'task-strip');

        await control(page, 'Set task').click();
        const download = page.waitForEvent('download');
        await page.getByTestId('hand-in').click();
        const file = await download;
        expect(file.suggestedFilename()).toBe(`${reference.title}, handed in.pdf`);
        expect((await readFile((await file.path())!)).toString('latin1', 0, 5)).toBe('%PDF-');
        await control(panel, 'Close').click();

        await page.goto(desk.address);
        await expect(page.getByTestId('set-task')).toContainText('1 of 1 ticked. Build it of two forms.');
        await look(page, 'task-desk');
        expect(await trouble(page)).toEqual([]);
        await page.getByTestId('set-task').getByRole('link').click();
        await control(page, 'Set task').click();
        await control(panel, 'Take the task off').click();
        await expect.poll(task).toBeNull();
        expect(strange).toEqual([]);
      },
    );
  });
