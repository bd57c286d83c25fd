import { expect, test } from '@playwright/test';
import type { Study } from '@deft/contract';
import { openDesk, type Desk } from './desk.ts';
import { control, line } from './hands.ts';
import { askDesk, benchAt, drawing, look, lying, openTrace, saved, SIZES, takeHand, watch } from './trace.ts';

/** Where head, ribcage and pelvis are pulled, page millimetres. */
const PARTS = [
  [60, 30, 80, 60],
  [52, 68, 88, 118],
  [56, 124, 86, 152],
] as const;

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });
    let desk: Desk;
    let close: () => Promise<void>;
    test.beforeAll(async () => {
      ({ desk, close } = await openDesk());
    });
    test.afterAll(() => close());

    test(
      'a recipe: from two traces, drawn step by step, laid on a page, in another order, by kinds',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        await openTrace(page, desk, 0);
        const id = page.url().split('/').at(-1)!;
        const study = () => askDesk<Study>(page, desk, 'get', `/studies/${id}`);
        const touch = hasTouch ? 'touch' : pointer;
        const d = await drawing(page);
        const trace = async (nth: number, by: number): Promise<void> => {
          await takeHand(page, 'Forms');
          await control(page, 'ellipse').click();
          const { page: own } = (await study()).traces[nth]!;
          for (const [i, [x0, y0, x1, y1]] of PARTS.entries()) {
            await d.stroke(line(by * x0, by * y0, by * x1, by * y1, 5), nth === 0 ? touch : pointer);
            await expect.poll(async () => (await lying(desk, own, 'form')).length).toBe(i + 1);
          }
          await saved(page);
        };
        const panel = async (label: string): Promise<void> => {
          await page.getByTestId('looks').click();
          await control(page, label, false).click();
          await expect(page.getByRole('dialog', { name: label })).toBeVisible();
        };

        await trace(0, 1);
        await panel('Traces');
        await page.getByLabel('Kind: of Trace 1').fill('upright');
        await page.getByTestId('trace-again').click();
        await expect
          .poll(async () => (await study()).traces.map(({ kind }) => kind))
          .toEqual(['upright', '']);
        // The fresh page says what to do first.
        await expect(page.getByText('Lay simple forms over the faded picture')).toBeVisible();
        await trace(1, 0.9);

        // All are alike but for their size: the recipe says so in its own words.
        await panel('Recipe');
        await expect(page.getByTestId('recipe-from')).toContainText('two traces');
        await expect(page.getByTestId('recipe-part').first()).toContainText('head');
        await expect(page.getByTestId('recipe-says')).toContainText(
          'The ribcage is one and two thirds heads long',
        );
        await look(page, 'recipe');

        // The pelvis before the ribcage; it holds for the whole subject.
        await control(page, '↑: draw the pelvis earlier').click();
        await expect(page.getByTestId('recipe-part').nth(1)).toContainText('pelvis');

        // Laid on the page, on a sheet of its own: not counted as traced.
        const traced = (await study()).traces[1]!.page;
        await control(page, 'a third').click();
        await page.getByTestId('lay-recipe').click();
        await expect.poll(async () => (await lying(desk, traced, 'form')).length).toBe(6);
        await panel('Recipe');
        await expect(page.getByTestId('recipe-from')).toContainText('two traces');

        // Step by step: the next form is the part of the step.
        await page.getByTestId('recipe-steps').click();
        const step = page.getByTestId('recipe-step');
        await expect(step).toContainText('1 of 3: head');
        await control(step, '› the next step').click();
        await expect(step).toContainText('2 of 3: pelvis');
        await expect(page.getByTestId('step-over')).toBeVisible();
        await look(page, 'recipe-steps');
        await control(step, '› the next step').click();
        await control(step, 'Done').click();
        await expect(step).toHaveCount(0);

        // Drawn on a fresh page, a step's form brings the next step by itself.
        await panel('Traces');
        await page.getByTestId('trace-again').click();
        await expect(page.getByText('Lay simple forms over the faded picture')).toBeVisible();
        await panel('Recipe');
        await page.getByTestId('recipe-steps').click();
        await takeHand(page, 'Forms');
        await control(page, 'ellipse').click();
        await d.stroke(line(60, 30, 80, 60, 5), pointer);
        await expect(step).toContainText('2 of 3: pelvis');
        const fresh = (await study()).traces[2]!.page;
        await expect
          .poll(async () => (await lying(desk, fresh, 'form')).map(({ part }) => part))
          .toEqual(['head']);
        await control(step, '×: stop the steps').click();

        // What ships needs no trace; and all recipes stand on a screen of their own.
        await panel('Recipe');
        await control(page, 'Head from the front').click();
        await expect(page.getByTestId('recipe-from')).toContainText('Vitruvius');
        await look(page, 'recipe-head');
        await page.goto(`${desk.address}/recipes`);
        await expect(page.getByTestId('recipe-from')).toContainText('three traces');
        await expect(page.getByTestId('recipe-part').nth(1)).toContainText('pelvis');
        await expect(control(page, 'upright')).toBeVisible();
        await look(page, 'recipes');
        expect(strange).toEqual([]);
      },
    );
  });
