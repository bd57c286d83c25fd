import { expect, test } from '@playwright/test';
import type { Study } from '@deft/contract';
import { formOutline } from '@deft/core/page';
import { openDesk, type Desk } from './desk.ts';
import { arc, control, line } from './hands.ts';
import { benchAt, askDesk, drawing, look, lying, openTrace, saved, SIZES, takeHand, watch } from './trace.ts';

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
      'forms: taken from the fan, drawn in one gesture, shaped by a handle, reversed; a stroke is made one and a stroke again',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const pageId = await openTrace(page, desk, name === 'phone' ? 0 : 4);
        const d = await drawing(page);
        const forms = () => lying(desk, pageId, 'form');
        const strokes = () => lying(desk, pageId, 'stroke');
        const touch = hasTouch ? 'touch' : pointer;

        // Every kind lies in the fan as a small drawing; what is taken lies at hand from then on.
        await takeHand(page, 'Forms');
        await page.getByTestId('more-forms').click();
        await expect(page.getByTestId('forms-fan').getByRole('button')).toHaveCount(13);
        await look(page, 'forms-fan');
        await control(page.getByTestId('forms-fan'), 'box').click();
        await expect(control(page, 'box')).toHaveAttribute('aria-pressed', 'true');
        await d.stroke(line(40, 60, 85, 120, 6), touch);
        await expect.poll(async () => (await forms()).map(({ shape }) => shape.kind)).toEqual(['box']);
        const box = async () => {
          const { shape } = (await forms())[0]!;
          return shape.kind === 'box' ? shape.corners.map(({ x, y }) => [Math.round(x), Math.round(y)]) : [];
        };
        await expect.poll(box).toEqual([
          [40, 80],
          [70, 80],
          [40, 120],
          [55, 60],
        ]);
        await look(page, 'form-box');
        // One corner is pulled; the three others stay.
        await d.stroke(line(70, 80, 78, 86, 5), touch);
        await expect.poll(box).toEqual([
          [40, 80],
          [78, 86],
          [40, 120],
          [55, 60],
        ]);
        await control(page, 'reverse', false).click();
        await expect.poll(async () => (await box())[0]).toEqual([55, 60]);
        await control(page, 'Undo', false).click();
        await expect.poll(async () => (await box())[0]).toEqual([40, 80]);

        // A limb bends as it is drawn.
        await control(page, 'limb').click();
        await d.stroke(arc(90, 150, 24, 14).slice(0, 14), touch);
        await expect
          .poll(async () => (await forms()).map(({ shape }) => shape.kind))
          .toEqual(['box', 'limb']);

        // A stroke with the pen is made the form that it looks like, then another, then a stroke again.
        await takeHand(page, 'Draw');
        await d.stroke(arc(75, 100, 30, 18), pointer);
        await expect.poll(async () => (await strokes()).length).toBe(1);
        const guess = page.getByTestId('make-form').first();
        await expect(guess).toContainText('as ellipse');
        await look(page, 'form-guesses');
        await guess.click();
        await expect.poll(async () => (await forms()).map(({ shape }) => shape.kind)).toContain('ellipse');
        expect(await strokes()).toHaveLength(0);
        await expect(page.getByTestId('other-form')).toBeVisible();
        // It is given its name where one draws.
        const offered = page.getByRole('radiogroup', { name: 'Name of the part' }).getByRole('radio').nth(1);
        const part = await offered.getAttribute('aria-label');
        await offered.click();
        await expect
          .poll(async () => (await forms()).find(({ shape }) => shape.kind === 'ellipse')?.part)
          .toBe(part);
        await look(page, 'form-made');
        await page.getByTestId('other-form').click();
        await expect
          .poll(async () => (await forms()).map(({ shape }) => shape.kind))
          .not.toContain('ellipse');
        expect(await forms()).toHaveLength(3);
        await page.getByTestId('stroke-again').click();
        await expect.poll(async () => (await strokes()).length).toBe(1);
        expect(await forms()).toHaveLength(2);

        // A scribble is nothing but a stroke.
        await d.stroke(
          Array.from({ length: 12 }, (_, i) => ({ x: 30 + i * 4, y: i % 2 ? 160 : 185 })),
          pointer,
        );
        await expect.poll(async () => (await strokes()).length).toBe(2);
        await expect(page.getByTestId('make-form')).toHaveCount(0);
        await saved(page);
        expect(strange).toEqual([]);
      },
    );

    test(
      'a picture is traced again: both traces keep, one lies over the other, and the open one counts',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const firstPage = await openTrace(page, desk, name === 'phone' ? 1 : 5);
        const id = page.url().split('/').at(-1)!;
        const study = () => askDesk<Study>(page, desk, 'get', `/studies/${id}`);
        const d = await drawing(page);
        const touch = hasTouch ? 'touch' : pointer;
        await takeHand(page, 'Forms');
        await control(page, 'ellipse').click();
        await d.stroke(line(60, 50, 90, 95, 5), touch);
        await expect.poll(async () => (await lying(desk, firstPage, 'form')).length).toBe(1);

        const panel = async (): Promise<void> => {
          await page.getByTestId('looks').click();
          await control(page, 'Traces', false).click();
          await expect(page.getByRole('dialog', { name: 'Traces' })).toBeVisible();
        };
        await panel();
        await page.getByTestId('trace-again').click();
        await expect.poll(async () => (await study()).traces.length).toBe(2);
        const again = await study();
        expect(again.trace).toBe(again.traces[1]!.id);
        // The fresh page lies open when it says what to do first.
        await expect(page.getByText('Lay simple forms over the faded picture')).toBeVisible();
        await saved(page);
        await d.stroke(line(55, 60, 95, 90, 5), touch);
        await expect.poll(async () => (await lying(desk, again.traces[1]!.page, 'form')).length).toBe(1);
        expect(await lying(desk, firstPage, 'form')).toHaveLength(1);

        await panel();
        await expect(page.getByTestId('trace')).toHaveCount(2);
        await control(page.getByTestId('trace').first(), /^Lay over/, false).click();
        await look(page, 'traces');
        await page.keyboard.press('Escape');
        await expect(page.getByTestId('trace-over')).toBeVisible();
        await look(page, 'trace-over');

        await panel();
        await control(page.getByTestId('trace').first(), 'Open: Trace 1').click();
        await expect.poll(async () => (await study()).trace).toBe(again.traces[0]!.id);
        await expect(page.getByTestId('trace-over')).toHaveCount(0);
        expect(strange).toEqual([]);
      },
    );

    test(
      'forms joined: the one that hangs goes along, turns about its joint, grows along its bone, and is split again',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const pageId = await openTrace(page, desk, name === 'phone' ? 2 : 6);
        const d = await drawing(page);
        const touch = hasTouch ? 'touch' : pointer;
        /** Where both lines end, whole millimetres. */
        const ends = async (): Promise<number[][]> =>
          (await lying(desk, pageId, 'form')).map((form) => {
            const outline = formOutline(form);
            return [outline[0]!, outline.at(-1)!].flatMap(({ x, y }) => [Math.round(x), Math.round(y)]);
          });
        await takeHand(page, 'Forms');
        await page.getByTestId('more-forms').click();
        await control(page.getByTestId('forms-fan'), 'line').click();
        await d.stroke(line(40, 60, 80, 60, 5), touch);
        await expect.poll(ends).toEqual([[40, 60, 80, 60]]);
        // Drawn on from its end, and hung on it.
        await d.stroke(line(83, 63, 83, 103, 5), pointer);
        await expect.poll(async () => (await ends()).length).toBe(2);
        await control(page, /^join/, false).click();
        await expect(control(page, /^split/, false)).toBeVisible();
        await look(page, 'joined');
        // The tip is pulled: it turns about the joint and is longer; the other stays.
        await d.stroke(line(83, 103, 133, 63, 6), pointer);
        await expect.poll(ends).toEqual([
          [40, 60, 80, 60],
          [83, 63, 133, 63],
        ]);
        // The first is carried by its middle, and takes the other along.
        await d.tap(50, 60, pointer);
        await d.stroke(line(60, 60, 55, 80, 6), pointer);
        await expect.poll(ends).toEqual([
          [35, 80, 75, 80],
          [78, 83, 128, 83],
        ]);
        await page.getByTestId('undo').click();
        await expect.poll(ends).toEqual([
          [40, 60, 80, 60],
          [83, 63, 133, 63],
        ]);
        // Split, it goes alone.
        await d.tap(95, 63, pointer);
        await control(page, /^split/, false).click();
        await expect(control(page, /^join/, false)).toBeVisible();
        await d.tap(50, 60, pointer);
        await d.stroke(line(60, 60, 60, 70, 6), pointer);
        await expect.poll(ends).toEqual([
          [40, 70, 80, 70],
          [83, 63, 133, 63],
        ]);

        // A form in front covers what is behind it, and so does the next that is made.
        await control(page, 'ellipse').click();
        await d.stroke(line(90, 55, 120, 75, 5), pointer);
        await control(page, /^cover/, false).click();
        await expect(control(page, /^cover/, false)).toHaveAttribute('aria-pressed', 'true');
        await d.stroke(line(110, 50, 135, 80, 5), pointer);
        await expect
          .poll(async () => (await lying(desk, pageId, 'form')).map(({ covers }) => covers ?? false))
          .toEqual([false, false, true, true]);
        await look(page, 'covers');
        expect(strange).toEqual([]);
      },
    );
  });
