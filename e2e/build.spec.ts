import { expect, test } from '@playwright/test';
import type { Drawing, Listed, Reference, ReferenceBrief, Study } from '@deft/contract';
import { trouble } from './access-rules.ts';
import { openDesk, type Desk } from './desk.ts';
import { drawLines, drawn } from './figure-lines.ts';
import { control, line } from './hands.ts';
import {
  askDesk,
  beginAttempt,
  benchAt,
  drawing,
  look,
  lying,
  saved,
  SIZES,
  takeHand,
  toPass,
  watch,
} from './trace.ts';

/** Attempts in a row, and a page without a reference. */

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
      'attempts stand in a row: the second is better than the first, which lies faintly over it',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const touch = hasTouch ? 'touch' : pointer;
        const { reference, study } = await beginAttempt(
          page,
          desk,
          name === 'phone' ? 'Man waving' : 'Porter sweeping',
        );
        const checked = async (): Promise<void> => {
          await saved(page);
          await toPass(page, 'Check');
          await expect(page.getByTestId('todo')).toBeVisible({ timeout: 20_000 });
        };
        const misses = async () =>
          (await askDesk<Study>(page, desk, 'get', `/studies/${study.id}`)).attempts
            .map(({ miss }) => miss)
            .filter((miss) => miss !== null);
        await drawLines(page, drawn(reference, { kind: 'head', by: 0.6 }), touch);
        await checked();
        await expect(page.getByTestId('todo')).toContainText(/head/i);
        await page.getByTestId('try-again').click();
        await expect(page.getByTestId('in-mind')).toContainText(/head/i);
        await takeHand(page, 'Draw');
        await drawLines(page, drawn(reference, null), touch);
        await checked();
        await expect.poll(async () => (await misses()).length).toBe(2);

        await page.getByTestId('attempts').click();
        const progress = page.getByTestId('progress');
        await expect(progress).toContainText(/Against attempt \d: the head is right now/, {
          timeout: 30_000,
        });
        expect(await trouble(page)).toEqual([]);
        await look(page, 'attempts');
        const first = page.getByTestId('attempt').filter({ hasText: '% off' }).first();
        await first.getByRole('button', { name: /^Lay over/ }).click();
        await control(page.getByRole('dialog'), 'Close').click();
        await toPass(page, 'Build');
        await expect(page.getByTestId('drawing-before')).toBeAttached();
        await look(page, 'attempt-over');
        expect(strange).toEqual([]);
      },
    );

    test(
      'from the trace and from a recipe: the trace stands over the picture, the recipe lies on the page',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const touch = hasTouch ? 'touch' : pointer;
        const title = name === 'phone' ? 'Porter sweeping' : 'Man waving';
        const { study } = await beginAttempt(page, desk, title);
        // A trace with nothing in it yet says so.
        await toPass(page, 'Trace');
        await saved(page);
        await toPass(page, 'Build');
        await page.getByTestId('looks').click();
        await control(page.getByRole('dialog'), 'Attempts', false).click();
        expect(await trouble(page)).toEqual([]);
        await look(page, 'attempts-acts');
        await page.getByTestId('from-trace').click();
        await expect(page.getByTestId('nothing-traced')).toBeVisible();
        expect(await trouble(page)).toEqual([]);
        await look(page, 'nothing-traced');
        await toPass(page, 'Trace');
        const traced = await drawing(page);
        await takeHand(page, 'Forms');
        await control(page, 'ellipse').click();
        await traced.stroke(line(60, 40, 84, 74, 6), touch);
        await saved(page);
        await toPass(page, 'Build');
        await expect(page.getByTestId('nothing-traced')).toHaveCount(0);
        const seen = page.getByTestId('picture-marks').locator('path').first();
        await expect(seen).toHaveAttribute('d', /^M[\d.]+ [\d.]+L/);
        const now = (): Promise<Study> => askDesk<Study>(page, desk, 'get', `/studies/${study.id}`);
        expect((await now()).attempts).toHaveLength(study.attempts.length + 1);
        await look(page, 'from-trace');
        // It is switched off, and on again, among the looks.
        await page.getByTestId('looks').click();
        await control(page, 'trace over the reference').click();
        expect(await trouble(page)).toEqual([]);
        await look(page, 'looks-trace');
        await expect(page.getByTestId('picture-marks').locator('path')).toHaveCount(0);
        await control(page, 'Recipe').click();
        await control(page, 'Head from the front').click();
        await page.getByTestId('lay-recipe').click();
        const own = (await now()).attempts.at(-1)!.page;
        await expect.poll(async () => (await lying(desk, own, 'form')).length).toBeGreaterThan(3);
        await page.keyboard.press('Escape');
        await look(page, 'from-recipe');
        // What was laid is no part of the drawing: it is drawn over.
        await takeHand(page, 'Forms');
        await control(page, 'ellipse').click();
        const d = await drawing(page);
        await d.stroke(line(50, 40, 98, 110, 6), touch);
        await expect
          .poll(async () => new Set((await lying(desk, own, 'form')).map(({ sheet }) => sheet)).size)
          .toBe(2);
        expect(strange).toEqual([]);
      },
    );

    test(
      'from knowledge first: the picture stays away until it is asked for, and the attempt says so',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const title = name === 'phone' ? 'Woman waiting' : 'Late for the train';
        const { study } = await beginAttempt(page, desk, title);
        await page.getByTestId('looks').click();
        await control(page.getByRole('dialog'), 'Attempts', false).click();
        await page.getByTestId('from-knowledge').click();
        await expect(page.getByTestId('place')).toContainText('Away');
        await expect(page.getByText('Draw it from what you know')).toBeVisible();
        const made = await askDesk<Study>(page, desk, 'get', `/studies/${study.id}`);
        expect(made.attempts.map(({ source }) => source)).toEqual(['sight', 'knowledge']);
        await look(page, 'from-knowledge');
        await page.getByTestId('place').click();
        await control(page.getByRole('radiogroup', { name: 'Place of the reference' }), 'Beside').click();
        await expect(page.getByTestId('place')).toContainText('Beside');
        await page.getByTestId('attempts').click();
        await expect(page.getByTestId('attempt').last()).toContainText('from what you know');
        expect(strange).toEqual([]);
      },
    );

    test(
      'ink that is moved lights up where it nearly touches other ink, carried and bent, until that is put out',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        await page.goto(desk.address);
        await page.getByTestId('blank-page').click();
        await saved(page);
        const id = page.url().split('/').at(-1)!;
        const own = (await askDesk<Drawing>(page, desk, 'get', `/drawings/${id}`)).page;
        const d = await drawing(page);
        await takeHand(page, 'Draw');
        await d.stroke(line(60, 40, 60, 160), pointer);
        await d.stroke(line(90, 60, 90, 120), pointer);
        await expect.poll(async () => (await lying(desk, own, 'stroke')).length).toBe(2);
        await takeHand(page, 'Move');
        const on = await d.onScreen();
        const lights = page.getByTestId('page');
        const carry = async (to: number): Promise<void> => {
          await d.fingers.down(on(90, 90), pointer);
          for (const { x, y } of line(88, 90, to, 90, 8)) await d.fingers.move(on(x, y), pointer, 0.5);
        };
        // A touch picks a line; it is carried beside the other, and on across it.
        await d.tap(90, 100, pointer);
        await carry(61);
        await expect(lights).toHaveAttribute('data-lights', 'touch');
        await d.fingers.move(on(61.1, 90), pointer, 0.5);
        await look(page, 'lights-of-ink');
        await d.fingers.move(on(40, 90), pointer, 0.5);
        await expect(lights).toHaveAttribute('data-lights', '');
        await d.fingers.move(on(90, 90), pointer, 0.5);
        await d.fingers.up(on(90, 90), pointer);
        // Bent by the middle of its left side, it comes as near.
        await control(page, 'bend').click();
        await d.fingers.down(on(90, 90), pointer);
        for (const { x, y } of line(88, 90, 61, 90, 8)) await d.fingers.move(on(x, y), pointer, 0.5);
        await expect(lights).toHaveAttribute('data-lights', 'touch');
        await d.fingers.move(on(90, 90), pointer, 0.5);
        await d.fingers.up(on(90, 90), pointer);
        // Put out, nothing lights up.
        await control(page, 'move').click();
        await control(page.getByTestId('tray'), 'lights', false).click();
        await carry(61);
        await d.fingers.move(on(61.1, 90), pointer, 0.5);
        await expect(lights).not.toHaveAttribute('data-lights', 'touch');
        await d.fingers.up(on(61.1, 90), pointer);
        await control(page.getByTestId('tray'), 'lights', false).click();
        expect(strange).toEqual([]);
      },
    );

    test(
      'a page without a reference: a recipe, what is told without a picture, and a picture found afterwards',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const touch = hasTouch ? 'touch' : pointer;
        await page.goto(desk.address);
        await page.getByTestId('blank-page').click();
        await saved(page);
        const id = page.url().split('/').at(-1)!;
        const own = (await askDesk<Drawing>(page, desk, 'get', `/drawings/${id}`)).page;
        await look(page, 'blank-page');
        await page.getByTestId('look-over').click();
        await expect(page.getByTestId('looked-over')).toContainText('Nothing is drawn yet.');
        await control(page.getByRole('dialog'), 'Close').click();

        // The shipped recipe lies faintly under what is drawn.
        await page.getByTestId('looks').click();
        await control(page, 'Recipe').click();
        await control(page, 'Head from the front').click();
        await page.getByTestId('lay-recipe').click();
        await expect.poll(async () => (await lying(desk, own, 'form')).length).toBeGreaterThan(3);
        await page.getByTestId('undo').click();
        await expect.poll(async () => (await lying(desk, own, 'form')).length).toBe(0);

        // Two rounds that nearly touch, over a foot that stands too far to the left of them.
        const d = await drawing(page);
        await takeHand(page, 'Forms');
        await control(page, 'ellipse').click();
        await d.stroke(line(60, 30, 90, 60, 8), touch);
        await d.stroke(line(60, 60.6, 90, 110, 8), touch);
        await d.stroke(line(20, 110, 34, 118, 8), touch);
        await expect.poll(async () => (await lying(desk, own, 'form')).length).toBe(3);
        // The foot is moved under the ribcage: where it nearly touches lights up, until it is let go.
        await d.tap(27, 114, touch);
        const on = await d.onScreen();
        const lights = page.getByTestId('page');
        await d.fingers.down(on(27, 114), touch);
        for (const { x, y } of line(30, 114, 75, 114.6, 8)) await d.fingers.move(on(x, y), touch, 0.5);
        await expect(lights).toHaveAttribute('data-lights', 'touch');
        // Painted with what is moved: at its next move.
        await d.fingers.move(on(75.2, 114.6), touch, 0.5);
        await look(page, 'lights');
        await d.fingers.up(on(75, 114.6), touch);
        await expect(lights).toHaveAttribute('data-lights', '');
        await page.getByTestId('undo').click();
        await page.getByTestId('look-over').click();
        const told = page.getByTestId('looked-over');
        await expect(told.nth(0)).toContainText('It would fall to the right');
        await expect(told.nth(1)).toContainText('The head and the ribcage nearly touch');
        await control(page, 'mark it on the page').click();
        expect(await trouble(page)).toEqual([]);
        await look(page, 'looked-over');
        await control(page.getByRole('dialog'), 'Close').click();
        await expect(page.locator('[data-mark="touch"]')).toHaveAttribute('d', /^M/);
        await look(page, 'looked-over-marked');
        // Drawn apart, the mark goes by itself.
        await page.getByTestId('undo').click();
        await page.getByTestId('undo').click();
        await expect(page.locator('[data-mark="touch"]')).toHaveAttribute('d', '');

        await page.getByTestId('looks').click();
        await control(page, 'About this page').click();
        await page.getByTestId('name').fill(`A waiter, ${name}`);
        await page.keyboard.press('Escape');

        // A picture is found, and the page is checked as an attempt of it; taken back it is a page again.
        const title = name === 'phone' ? 'Woman waiting' : 'Late for the train';
        const { items } = await askDesk<Listed<ReferenceBrief>>(
          page,
          desk,
          'get',
          `/references?q=${encodeURIComponent(title)}`,
        );
        const found = items.find((item) => item.title === title)!;
        const reference = await askDesk<Reference>(page, desk, 'get', `/references/${found.id}`);
        await page.getByTestId('undo').click();
        await takeHand(page, 'Draw');
        await drawLines(page, drawn(reference, { kind: 'head', by: 0.6 }), touch);
        await page.getByTestId('looks').click();
        await control(page, 'Attach a picture').click();
        await page.getByTestId('attach-search').fill(title);
        await expect(page.getByTestId('attachable').getByLabel(title)).toBeVisible();
        await look(page, 'attach');
        await page.getByTestId('attachable').getByLabel(title).click();
        await expect(page).toHaveURL(/\/studies\//);
        const of = page.url().split('/').at(-1)!.split('?')[0]!;
        const attempts = async () =>
          (await askDesk<Study>(page, desk, 'get', `/studies/${of}`)).attempts.map((attempt) => attempt.id);
        expect(await attempts()).toContain(id);
        await expect(page.getByTestId('todo')).toContainText(/head/i, { timeout: 20_000 });
        await look(page, 'attached');
        await control(page.getByRole('alert'), 'Undo').click();
        await expect(page).toHaveURL(/\/drawings\//);
        expect(await attempts()).not.toContain(id);
        await page.goto(`${desk.address}/drawings`);
        await expect(page.getByTestId('drawing').filter({ hasText: `A waiter, ${name}` })).toBeVisible();
        await look(page, 'drawings');
        const { total } = await askDesk<Listed<Drawing>>(page, desk, 'get', '/drawings');
        expect(total).toBeGreaterThan(0);
        expect(await trouble(page)).toEqual([]);
        expect(strange).toEqual([]);
      },
    );
  });
