import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import type { Point } from '@deft/core/geometry';
import { seeded } from '@deft/core/random';
import type { Reference, Study } from '@deft/contract';
import { drawFigure, planted } from '../packages/core/src/testing/drawn-figure.ts';
import { trouble } from './access-rules.ts';
import { openDesk, type Desk } from './desk.ts';
import { control } from './hands.ts';
import { turnLimb } from './mend.ts';
import { benchAt, askDesk, drawing, look, penLine, saved, SIZES, takeHand, watch } from './trace.ts';

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

const DEMO = join(import.meta.dirname, '../demo');
interface Listed {
  readonly file: string;
  readonly truth: { readonly landmarks: readonly { name: string; at: Point }[]; readonly height: number };
}
const { pictures } = JSON.parse(readFileSync(join(DEMO, 'sets.json'), 'utf8')) as { pictures: Listed[] };

/** A made picture as a student's own file: another size, and nothing is known of it. */
async function own(file: string, width: number): Promise<{ buffer: Buffer; truth: Map<string, Point> }> {
  const whole = sharp(join(DEMO, file));
  const { width: before = 1 } = await whole.metadata();
  const by = width / before;
  const { truth } = pictures.find((p) => p.file === file)!;
  return {
    buffer: await whole.resize(width).jpeg({ quality: 88 }).toBuffer(),
    truth: new Map(truth.landmarks.map(({ name, at }) => [name, { x: at.x * by, y: at.y * by }])),
  };
}

const ask = <T>(page: Page, method: 'get' | 'post', path: string, data?: unknown): Promise<T> =>
  askDesk<T>(page, desk, method, path, data);

/** Brings files in, and gives back what became references. */
async function bring(page: Page, files: readonly { name: string; buffer: Buffer }[]): Promise<string[]> {
  await page.goto(`${desk.address}/references`);
  await page.getByTestId('bring').click();
  await page
    .getByTestId('files')
    .setInputFiles(files.map(({ name, buffer }) => ({ name, buffer, mimeType: 'image/jpeg' })));
  for (const { name } of files)
    await expect(page.getByTestId('brought').getByRole('group', { name: 'in', exact: true })).toContainText(
      name,
    );
  const { items } = await ask<{ items: { id: string; title: string }[] }>(
    page,
    'get',
    `/references?count=${files.length}&sort=new`,
  );
  return items.map(({ id }) => id);
}

const WRONG_ARM = /right (upper arm|arm|forearm|elbow|wrist)/i;

/** A figure with its right arm turned, degrees. */
const swung = (places: ReadonlyMap<string, Point>, by: number): Map<string, Point> =>
  planted(places, { kind: 'turn', limb: 'right arm', by });

for (const { name, viewport, pointer, hasTouch } of SIZES) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'landmarks are found in pictures of one’s own, taken with one touch, and a drawing is told what is off',
      benchAt('phone', name),
      async ({ page }) => {
        test.setTimeout(180_000);
        const strange = watch(page, desk.address);
        const person = await own('walking-away.webp', name === 'phone' ? 700 : 720);
        const kettle = await own('kettle.webp', name === 'phone' ? 500 : 520);
        await bring(page, [
          { name: `someone ${name}.jpg`, buffer: person.buffer },
          { name: `kettle ${name}.jpg`, buffer: kettle.buffer },
        ]);
        await control(page, 'Find landmarks in these 2').click();
        await expect(page.getByTestId('reading').last()).toContainText(
          '2 pictures read: a person in 1, nobody in 1.',
          {
            timeout: 60_000,
          },
        );
        await look(page, 'read-on-arrival');
        const { items } = await ask<{ items: { id: string }[] }>(
          page,
          'get',
          `/references?q=someone%20${name}`,
        );
        const [{ id }] = items as [{ id: string }];
        const found = await ask<Reference>(page, 'get', `/references/${id}`);
        expect(found.subject).toBe('figure');
        const off = found.marks.flatMap((mark) => {
          const truly = mark.kind === 'landmark' && person.truth.get(mark.name);
          return mark.kind === 'landmark' && truly
            ? [Math.hypot(mark.at.x - truly.x, mark.at.y - truly.y) / found.height]
            : [];
        });
        expect(off.length).toBeGreaterThanOrEqual(13);
        expect(off.sort((a, b) => a - b)[off.length >> 1]).toBeLessThan(0.025);

        await page.goto(`${desk.address}/references/${id}`);
        await control(page, 'Landmarks').click();
        const hollow = page.getByTestId('reference-landmark').and(page.locator('[data-found="true"]'));
        const count = await hollow.count();
        expect(count).toBeGreaterThanOrEqual(13);
        await expect(page.getByTestId('found')).toContainText(`${count}`);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'landmarks-found');
        const knee = async () =>
          (await ask<Reference>(page, 'get', `/references/${id}`)).marks.find(
            (mark) => mark.kind === 'landmark' && mark.name === 'left knee',
          );
        const before = await knee();
        await page.getByText('Swap left and right').click();
        await expect.poll(async () => (await knee())?.id).not.toBe(before?.id);
        await page.getByText('Undo').click();
        await expect.poll(async () => (await knee())?.id).toBe(before?.id);
        await page.getByText('These are right').click();
        await expect(hollow).toHaveCount(0);
        await expect(page.getByTestId('reference-landmark')).toHaveCount(count);
        await control(page, 'Look').click();
        await control(page, 'silhouette').click();
        await expect(page.getByText('As the desk sees the person.')).toBeVisible();
        await expect(page.getByRole('img', { name: /silhouette, as far as/ })).toHaveAttribute(
          'src',
          /^data:/,
        );
        await look(page, 'silhouette');

        // Drawn by its landmarks with one arm swung out: nobody has set a mark by hand.
        const reference = await ask<Reference>(page, 'get', `/references/${id}`);
        const places = new Map(
          reference.marks.flatMap((m) => (m.kind === 'landmark' ? [[m.name, m.at] as const] : [])),
        );
        const out = (by: number): number =>
          Math.abs(swung(places, by).get('right wrist')!.x - places.get('pit of the neck')!.x);
        const degrees = out(30) > out(-30) ? 30 : -30;
        const left = Math.min(...[...places.values()].map(({ x }) => x));
        const by = 150 / reference.height;
        const onPage = (line: readonly Point[]): Point[] =>
          line.map(({ x, y }) => ({ x: 40 + (x - left) * by, y: 15 + y * by }));
        const study = await ask<Study>(page, 'post', '/studies', { reference: id });
        const { attempts } = await ask<Study>(page, 'post', `/studies/${study.id}/attempts`, {});
        await page.request.patch(`${desk.address}/api/studies/${study.id}`, { data: { pass: 'build' } });
        await page.goto(`${desk.address}/studies/${study.id}`);
        await takeHand(page, 'Draw');
        const { stroke } = await drawing(page);
        const draw = async (figure: ReadonlyMap<string, Point>): Promise<void> => {
          const { lines } = drawFigure(figure, reference.height * 0.8, {
            manner: 'axes',
            wobble: 0.3,
            random: seeded(5),
          });
          for (const line of lines) await stroke(penLine(onPage(line)), pointer);
          await saved(page);
          await page.getByTestId('next-pass').click();
        };
        await draw(swung(places, degrees));
        const todo = page.getByTestId('todo');
        await expect(todo).toHaveText(WRONG_ARM, { timeout: 20_000 });
        await look(page, 'check-of-own-picture');

        // The arm is mended in place, and drawn better in a new attempt.
        await page.getByTestId('mend').click();
        await expect(page.getByTestId('ghost')).toBeVisible({ timeout: 20_000 });
        const arm = ['right shoulder', 'right elbow', 'right wrist'];
        const limb = onPage(arm.map((joint) => swung(places, degrees).get(joint)!));
        await turnLimb(page, desk, { pageId: attempts.at(-1)!.page, limb, degrees: -degrees });
        await page.getByTestId('mend-done').click();
        await expect(todo).not.toHaveText(WRONG_ARM);
        await page.getByTestId('try-again').click();
        // The new page is there: nothing else is off that it would keep in mind.
        await expect(page.getByText('2 of 2')).toBeVisible();
        await saved(page);
        await takeHand(page, 'Draw');
        await draw(places);
        await expect(todo).not.toHaveText(WRONG_ARM, { timeout: 20_000 });
        expect(strange).toEqual([]);
      },
    );
  });
}
