import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import { distance, transformPoint, type Affine, type Point } from '@deft/core/geometry';
import { pictureLines } from '@deft/core/paper';
import type { Attempt, KeptReport, Reference, Study } from '@deft/contract';
import { trouble } from './access-rules.ts';
import { openDesk, type Desk } from './desk.ts';
import { control, Fingers, type At } from './hands.ts';
import {
  benchAt,
  askDesk,
  beginAttempt,
  drawing,
  look,
  penLine,
  saved,
  SIZES,
  takeHand,
  watch,
} from './trace.ts';

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

const ask = <T>(page: Page, method: 'get' | 'post', path: string, data?: unknown): Promise<T> =>
  askDesk<T>(page, desk, method, path, data);

/** How large the picture is drawn, page millimetres a pixel, and where its corner comes to lie. */
const HEIGHT = 150;
const CORNER = { x: 25, y: 20 };

/** A picture of the demo by the lines that are seen in it softly, as strokes on the page. */
async function linesOf(file: string, reference: Reference): Promise<At[][]> {
  const { data, info } = await sharp(join(import.meta.dirname, '../demo', file))
    .blur(2)
    .resize(300, 300, { fit: 'inside' })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const by = ((reference.width / info.width) * HEIGHT) / reference.height;
  return pictureLines(new Uint8ClampedArray(data), info.width, info.height)
    .filter(({ points }) => points.length > 12)
    .map(({ points }) => penLine(points.map(({ x, y }) => ({ x: CORNER.x + x * by, y: CORNER.y + y * by }))));
}

const newest = async (page: Page, study: string): Promise<Attempt> =>
  (await ask<Study>(page, 'get', `/studies/${study}`)).attempts.at(-1)!;
/** Where the drawing lies on its picture on the screen: page millimetres to the picture's pixels. */
async function laidOnScreen(page: Page): Promise<Affine> {
  const text = await page
    .getByTestId('laid-strokes')
    .first()
    .evaluate((node) => node.getAttribute('transform')!);
  return text
    .replace(/[^-\d.e\s]/g, ' ')
    .trim()
    .split(/\s+/)
    .map(Number) as unknown as Affine;
}
/** How far that is from where it truly lies, parts of the picture's height. */
function off(laid: Affine, reference: Reference): number {
  const by = HEIGHT / reference.height;
  const corners: Point[] = [0.25, 0.75].flatMap((u) =>
    [0.25, 0.75].map((v) => ({ x: u * reference.width, y: v * reference.height })),
  );
  const offs = corners.map((p) =>
    distance(transformPoint(laid, { x: CORNER.x + p.x * by, y: CORNER.y + p.y * by }), p),
  );
  return Math.max(...offs) / reference.height;
}

for (const { name, viewport, pointer, hasTouch } of SIZES) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'a trunk is laid by its lines, laid elsewhere by hand, and given back to the desk',
      benchAt('phone', name),
      async ({ page }) => {
        test.setTimeout(90_000);
        const strange = watch(page, desk.address);
        const { reference, study } = await beginAttempt(page, desk, 'Tin trunk');
        // Nothing is asked about a page with nothing on it.
        await page.getByTestId('next-pass').click();
        await expect(page.getByTestId('todo')).toHaveText(/^Nothing is drawn here yet/);
        await page.getByTestId('draw-it').click();
        await takeHand(page, 'Draw');
        const { stroke } = await drawing(page);
        const lines = await linesOf('tin-trunk.webp', reference);
        for (const line of lines) await stroke(line, pointer);
        await saved(page);
        await page.getByTestId('next-pass').click();
        await expect(page.getByTestId('todo')).toBeVisible({ timeout: 20_000 });
        await expect(page.getByTestId('laid-strokes').first()).toBeVisible();
        expect(off(await laidOnScreen(page), reference)).toBeLessThan(0.04);
        await look(page, 'check-of-a-thing');

        await page.getByTestId('lay-by-hand').click();
        const before = await laidOnScreen(page);
        const box = (await page.getByTestId('lay-stage').boundingBox())!;
        const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
        const fingers = await Fingers.of(page);
        if (hasTouch)
          await fingers.pinch(
            [
              { x: x - 40, y },
              { x: x + 40, y },
            ],
            [
              { x: x - 70, y },
              { x: x + 70, y },
            ],
          );
        else await control(page, 'Larger').click();
        const grown = await laidOnScreen(page);
        expect(Math.hypot(grown[0], grown[1])).toBeGreaterThan(1.03 * Math.hypot(before[0], before[1]));
        let carried = grown;
        for (const by of hasTouch ? (['touch', pointer] as const) : [pointer]) {
          const from = carried;
          await fingers.stroke(
            [0, 1, 2, 3].map((i) => ({ x: x + 10 * i, y })),
            by,
          );
          carried = await laidOnScreen(page);
          expect(carried[4]).toBeGreaterThan(from[4] + 5);
        }
        expect(await trouble(page)).toEqual([]);
        await look(page, 'lay-by-hand');
        await page.getByTestId('laid').click();
        await expect.poll(async () => (await newest(page, study.id)).laid).not.toBeNull();
        const kept = (await newest(page, study.id)).laid!;
        kept.forEach((value, i) => expect(value).toBeCloseTo(carried[i]!, 1));

        await page.getByTestId('lay-by-hand').click();
        await control(page, 'Let the desk lay it').click();
        await expect.poll(async () => (await newest(page, study.id)).laid).toBeNull();
        await expect.poll(async () => off(await laidOnScreen(page), reference)).toBeLessThan(0.04);
        expect(strange).toEqual([]);
      },
    );

    test(
      'what a check said stays to be read after the drawing was changed',
      benchAt('wide', name),
      async ({ page }) => {
        test.setTimeout(90_000);
        const { reference, study } = await beginAttempt(page, desk, 'Barrel');
        const { stroke } = await drawing(page);
        for (const line of await linesOf('barrel.webp', reference)) await stroke(line, pointer);
        await saved(page);
        await page.getByTestId('next-pass').click();
        await expect(page.getByTestId('todo')).toBeVisible({ timeout: 20_000 });
        const reports = async () =>
          ask<KeptReport[]>(page, 'get', `/studies/attempts/${(await newest(page, study.id)).id}/reports`);
        await expect.poll(async () => (await reports()).length).toBe(1);
        const said = await page.getByTestId('todo').innerText();
        await expect(page.getByTestId('earlier-checks')).toHaveCount(0);

        await page.request.patch(`${desk.address}/api/studies/${study.id}`, { data: { pass: 'build' } });
        await page.goto(`${desk.address}/studies/${study.id}`);
        await takeHand(page, 'Draw');
        const again = await drawing(page);
        await again.stroke(
          [0, 1, 2, 3, 4].map((i) => ({ x: 40 + 12 * i, y: 190 })),
          pointer,
        );
        await saved(page);
        await page.getByTestId('next-pass').click();
        await expect(page.getByTestId('todo')).toBeVisible({ timeout: 20_000 });
        await expect.poll(async () => (await reports()).length).toBe(2);
        await page.getByTestId('earlier-checks').click();
        await expect(page.getByTestId('earlier-check')).toHaveCount(1);
        await expect(page.getByTestId('earlier-check')).toContainText(said);
        await look(page, 'earlier-checks');
        expect(await trouble(page)).toEqual([]);
      },
    );
  });
}
