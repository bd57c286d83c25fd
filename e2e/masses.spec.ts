import { expect, test } from '@playwright/test';
import { areaSize } from '@deft/core/geometry';
import { massArea } from '@deft/core/page';
import { openDesk, type Desk } from './desk.ts';
import { trouble } from './access-rules.ts';
import { drawLines, drawn } from './figure-lines.ts';
import { control, line, type At } from './hands.ts';
import {
  beginAttempt,
  benchAt,
  drawing,
  kindOf,
  look,
  lying,
  saved,
  SIZES,
  takeHand,
  toPass,
  watch,
} from './trace.ts';

/** Tone in Build and Refine: a pencil lighter and darker, filled masses, forms blocked in by a light. */

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(() => close());

/** Round a square of the page, millimetres. */
const round = (x: number, y: number, side: number): At[] => [
  ...line(x, y, x + side, y, 8),
  ...line(x + side, y, x + side, y + side, 8),
  ...line(x + side, y + side, x, y + side, 8),
  ...line(x, y + side, x, y + 2, 8),
];

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'masses are filled, added to, cut from and taken up; forms are blocked in by a light; the check sees values',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const touch = hasTouch ? 'touch' : pointer;
        const { reference, study } = await beginAttempt(
          page,
          desk,
          name === 'phone' ? 'Man waving' : 'Porter sweeping',
        );
        const own = study.attempts.at(-1)!.page;
        await drawLines(page, drawn(reference, null), touch);
        const d = await drawing(page);
        const masses = async (): Promise<[string, number][]> =>
          (await lying(desk, own, 'mass')).map((mass) => [
            mass.value,
            Math.round(areaSize(massArea(mass)) / 50) * 50,
          ]);

        await takeHand(page, 'Masses');
        await d.stroke(round(30, 40, 40), touch);
        await expect.poll(masses).toEqual([['middle', 1600]]);
        await d.stroke(round(60, 40, 40), touch);
        await expect.poll(masses).toEqual([['middle', 2800]]);
        await control(page.getByTestId('tray'), 'dark: fill what you draw round').click();
        await d.stroke(round(30, 100, 30), touch);
        await expect.poll(masses).toEqual([
          ['middle', 2800],
          ['dark', 900],
        ]);
        await control(
          page.getByTestId('tray'),
          'cut: take what you draw round out of what is filled',
        ).click();
        await d.stroke(round(40, 50, 20), touch);
        await expect.poll(async () => (await masses())[0]).toEqual(['middle', 2400]);
        // A touch takes one up: another value is given to it.
        await d.tap(45, 115, touch);
        await control(page.getByTestId('tray'), 'light: fill what you draw round').click();
        await expect.poll(async () => (await masses())[1]?.[0]).toBe('light');
        await look(page, 'masses');
        expect(await trouble(page)).toEqual([]);
        await control(page, 'remove').click();
        await expect.poll(masses).toEqual([['middle', 2400]]);

        // A closed line is filled after it was drawn.
        await takeHand(page, 'Draw');
        await d.stroke(round(90, 130, 30), touch);
        await page.getByTestId('fill').click();
        await expect.poll(async () => (await masses()).length).toBe(2);

        // Forms in a light.
        await takeHand(page, 'Forms');
        await d.stroke(line(30, 130, 80, 190), touch);
        await expect.poll(async () => (await lying(desk, own, 'form')).length).toBe(1);
        await takeHand(page, 'Masses');
        await page.getByTestId('block-in').click();
        await page.getByRole('slider', { name: 'Light' }).fill('0');
        await control(page.getByTestId('light-panel'), 'Block in').click();
        await expect
          .poll(async () => (await masses()).map(([value]) => value).sort())
          .toEqual(['dark', 'light', 'light', 'middle', 'middle']);
        await look(page, 'block-in');
        expect(await trouble(page)).toEqual([]);
        await control(page.getByTestId('light-panel'), 'Done').click();
        await saved(page);
        await toPass(page, 'Check');
        await kindOf(page, 'values').click({ timeout: 30_000 });
        await look(page, 'masses-checked');
        expect(strange).toEqual([]);
      },
    );

    test(
      'a pencil is lighter by setting and darker when pressed, and keeps what it was set to',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const { study } = await beginAttempt(
          page,
          desk,
          name === 'phone' ? 'Woman waiting' : 'Late for the train',
        );
        const own = study.attempts.at(-1)!.page;
        const d = await drawing(page);
        await page.getByTestId('line').click();
        await page.getByRole('slider', { name: 'Strength' }).fill('0.5');
        await page.getByRole('slider', { name: 'Pressed: darker' }).fill('1');
        await page.getByRole('slider', { name: 'Size' }).fill('4');
        await look(page, 'line-panel');
        expect(await trouble(page)).toEqual([]);
        await control(page.getByTestId('line-panel'), 'Done').click();
        for (const y of [60, 64, 68]) await d.stroke(line(30, y, 110, y), 'pen');
        await expect
          .poll(async () =>
            (await lying(desk, own, 'stroke')).map(({ strength, darkening }) => [strength, darkening]),
          )
          .toEqual([
            [0.5, 1],
            [0.5, 1],
            [0.5, 1],
          ]);
        await look(page, 'strength');
        expect(strange).toEqual([]);
      },
    );
  });
