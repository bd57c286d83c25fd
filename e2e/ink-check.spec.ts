import { expect, test, type Locator, type Page } from '@playwright/test';
import { boxOf } from '@deft/core/geometry';
import { strokePoints, thingBox, type Stroke } from '@deft/core/page';
import { newBlock } from '@deft/core/session';
import type { Reference, Study } from '@deft/contract';
import { trouble } from './access-rules.ts';
import { openDesk, type Desk } from './desk.ts';
import { newSession } from './clock-run.ts';
import { drawLines, drawn, placesOnPage } from './figure-lines.ts';
import { control, type At, type Pointer } from './hands.ts';
import { turnLimb } from './mend.ts';
import { photoOfPaper, SHEET } from './photo-of-paper.ts';
import {
  benchAt,
  askDesk,
  beginAttempt,
  drawing,
  kindOf,
  look,
  lying,
  saved,
  SIZES,
  takeHand,
  watch,
} from './trace.ts';

const WRONG_ARM = /right (upper arm|arm|elbow|wrist)/i;

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

const ask = <T>(page: Page, method: 'get' | 'post', path: string, data?: unknown): Promise<T> =>
  askDesk<T>(page, desk, method, path, data);

/** A study of the waving man with an empty attempt, open at Build with the pen in hand. */
async function attempt(page: Page): Promise<{ reference: Reference; pageId: string }> {
  const { reference, study } = await beginAttempt(page, desk, 'Man waving');
  return { reference, pageId: study.attempts.at(-1)!.page };
}

/** The right arm swung out. */
const SWUNG = { kind: 'turn', limb: 'right arm', by: -40 } as const;
const swungArm = (reference: Reference): At[][] => drawn(reference, SWUNG);

/** Lines that lean to the picture's right from their lowest up, which is a facing sitter's left. */
function leaning(lines: readonly (readonly At[])[]): At[][] {
  const ground = Math.max(...lines.flat().map(({ y }) => y));
  return lines.map((line) => line.map(({ x, y }) => ({ x: x + 0.12 * (ground - y), y })));
}

/** Lines on an A5 sheet as a file that another program made. */
function svgOf(lines: readonly (readonly At[])[]): string {
  const { width, height } = SHEET;
  const paths = lines.map((line) => `<path d="M${line.map(({ x, y }) => `${x} ${y}`).join('L')}"/>`);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" fill="none" stroke="#000" stroke-width="0.5">${paths.join('')}</svg>`;
}

/** Drags a ring a little to the right. */
async function dragAside(page: Page, ring: Locator, pointer: Pointer): Promise<void> {
  const box = (await ring.boundingBox())!;
  const from = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const { fingers } = await drawing(page);
  await fingers.stroke(
    Array.from({ length: 7 }, (_, i) => ({ x: from.x + 4 * i, y: from.y })),
    pointer,
    4,
  );
}

/**
 * The head, a page's first stroke, is drawn in by its lower right corner and put back onto its middle.
 * @param by how tall it is to be, of what it is
 */
async function mendHead(page: Page, pageId: string, by: number, pointer: Pointer): Promise<void> {
  const head = async (): Promise<Stroke> => (await lying(desk, pageId, 'stroke'))[0]!;
  const tall = async (): Promise<number> => {
    const { minY: top, maxY: foot } = boxOf(strokePoints(await head()))!;
    return foot - top;
  };
  const before = await tall();
  const { minX, minY, maxX, maxY } = thingBox(await head())!;
  const { stroke } = await drawing(page);
  const [dx, dy] = [((by - 1) * (maxX - minX)) / 2, ((by - 1) * (maxY - minY)) / 2];
  await stroke(
    [
      { x: maxX, y: maxY },
      { x: maxX + 2 * dx, y: maxY + 2 * dy },
    ],
    pointer,
  );
  const middle = { x: (minX + maxX) / 2 + dx, y: (minY + maxY) / 2 + dy };
  await stroke([middle, { x: middle.x - dx, y: middle.y - dy }], pointer);
  await expect.poll(async () => (await tall()) / before).toBeCloseTo(by, 1);
}

for (const { name, viewport, pointer, hasTouch } of SIZES) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test('lines alone are laid over the picture and tell what is off; one drag sets a landmark, one touch the rest', async ({
      page,
    }) => {
      const strange = watch(page, desk.address);
      const { reference, pageId } = await attempt(page);
      await drawLines(page, swungArm(reference), pointer);
      await saved(page);
      await page.getByTestId('next-pass').click();
      await expect(page.getByTestId('seen')).toBeVisible({ timeout: 20_000 });
      await expect(page.getByTestId('todo')).toHaveText(WRONG_ARM);
      const rings = page.getByTestId('ring');
      const count = await rings.count();
      expect(count).toBeGreaterThanOrEqual(14);
      await expect(rings.and(page.locator('[data-set="true"]'))).toHaveCount(0);

      expect(await trouble(page)).toEqual([]);

      await control(page, 'beside').click();
      await expect(page.getByTestId('stage')).toHaveCount(2);
      await expect(page.getByLabel('Your drawing', { exact: true })).toBeVisible();
      await control(page, 'over').click();
      const blink = (await page.getByTestId('blink').boundingBox())!;
      await page.mouse.move(blink.x + 10, blink.y + 10);
      await page.mouse.down();
      await expect(page.getByTestId('ring')).toHaveCount(0);
      await page.mouse.up();
      await expect(rings).toHaveCount(count);

      await rings.and(page.locator('[data-name="left knee"]')).click();
      await page.getByTestId('picked-landmark').getByText('Not drawn').click();
      await expect(page.getByTestId('said-away')).toContainText('left knee not drawn');
      await expect(rings).toHaveCount(count - 1);
      await page.getByText('Take back').click();
      await expect(rings).toHaveCount(count);

      const wrist = rings.and(page.locator('[data-name="left wrist"]'));
      await dragAside(page, wrist, pointer);
      await expect(wrist).toHaveAttribute('data-set', 'true');
      await expect
        .poll(async () => (await lying(desk, pageId, 'landmark')).map((l) => l.name))
        .toEqual(['left wrist']);
      await expect(rings.and(page.locator('[data-set="false"]'))).toHaveCount(count - 1);

      await page.getByTestId('these-are-right').click();
      await expect(page.getByTestId('seen')).toHaveCount(0);
      await expect.poll(async () => (await lying(desk, pageId, 'landmark')).length).toBe(count);
      await expect(page.getByTestId('todo')).toHaveText(WRONG_ARM);
      expect(strange).toEqual([]);
    });

    test(
      'kinds are opened one at a time: the movement, the weight, the relations, the lines, and the order of work',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const { reference } = await beginAttempt(page, desk, 'Porter sweeping');
        // The head is gone over again and again before the rest has a line.
        const [head, ...rest] = drawn(reference, null) as [At[], ...At[][]];
        const lines = leaning([head, head, head, head, ...rest, ...rest]);
        await drawLines(page, lines, pointer);
        await saved(page);
        await page.getByTestId('next-pass').click();
        await expect(page.getByTestId('seen')).toBeVisible({ timeout: 20_000 });
        await kindOf(page, 'movement').click();
        await expect(page.getByTestId('movement-kind')).toContainText('line of action');
        await expect(page.locator('[data-mark="action"] path')).toHaveCount(4);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'kind-movement');

        await kindOf(page, 'weight').click();
        await expect(page.getByTestId('weight-kind')).toContainText(
          /The weight lies [\d.]+ % too far to the left over the feet\..*Lean the body to the right/,
        );
        await expect(page.locator('[data-mark="plumb"] [data-mark="move the feet"]')).toHaveCount(2);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'kind-weight');
        await page.getByTestId('loads-open').click();
        const hand = page.getByRole('radiogroup', { name: 'In the left hand' });
        await control(hand, 'heavy').click();
        await expect(page.getByTestId('load')).toHaveText(
          /the load at the left wrist (it lies .*, without it .*|makes hardly any difference to that)\.$/i,
          { timeout: 20_000 },
        );
        expect(await trouble(page)).toEqual([]);
        await look(page, 'kind-weight-load');
        await control(hand, 'nothing').click();
        await expect(page.getByTestId('load')).toHaveCount(0);

        await kindOf(page, 'relations').click();
        const relations = page.getByTestId('relations-kind');
        await expect(relations).toContainText(/line up/);
        const [measure, units] = ['Measure', 'in units of'].map((label) =>
          relations.getByRole('radiogroup', { name: label }),
        ) as [Locator, Locator];
        await control(measure, 'right shin').click();
        await control(units, 'head').click();
        await expect(page.getByTestId('proportion')).toContainText(
          /The right shin is [\d.]+ times the head \(± [\d.]+\), in the picture [\d.]+\./,
        );
        expect(await trouble(page)).toEqual([]);
        await look(page, 'kind-relations');

        await kindOf(page, 'line').click();
        const line = page.getByTestId('line-kind');
        await expect(line).toContainText(`${lines.length} strokes`);
        await expect(line).toContainText('Gone over again');
        await expect(page.locator('[data-mark="again"]')).toHaveAttribute('d', /^M.+L/);
        await expect(page.getByTestId('finding').or(page.getByTestId('ring'))).toHaveCount(0);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'kind-line');

        await kindOf(page, 'order of work').click();
        const order = page.getByTestId('order-kind');
        await expect(order).toContainText('The whole stood after');
        await expect(order).toContainText('the head had been worked on before that.');
        const shown = page.getByTestId('laid-strokes').locator('path');
        const all = await shown.count();
        await page.getByTestId('order-mark').last().click();
        await expect.poll(() => shown.count()).toBeLessThan(all);
        await expect(order).toContainText(new RegExp(`\\d+ of ${lines.length} strokes`));
        expect(await trouble(page)).toEqual([]);
        await look(page, 'kind-order');
        await page.getByTestId('all-of-it').click();
        await expect(shown).toHaveCount(all);
        await kindOf(page, 'what is off').click();
        await expect(page.getByTestId('ring').first()).toBeVisible();
        expect(strange).toEqual([]);
      },
    );

    test(
      'a drawing made elsewhere, in a file or on paper, becomes an attempt and is told what is off; its arm is mended in place, and drawn better anew',
      benchAt('wide', name),
      async ({ page }) => {
        test.setTimeout(180_000);
        const strange = watch(page, desk.address);
        const { reference } = await attempt(page);
        const study = page.url().split('/').at(-1)!;
        const lines = swungArm(reference);
        await page.request.patch(`${desk.address}/api/studies/${study}`, { data: { pass: 'observe' } });
        await page.goto(`${desk.address}/studies/${study}`);
        await page.getByTestId('bring-drawing').click();
        const bring = (file: string, mimeType: string, buffer: Buffer) =>
          page.getByTestId('photo-file').setInputFiles({ name: file, mimeType, buffer });
        await bring('broken.svg', 'image/svg+xml', Buffer.from('<svg'));
        const refused = page.getByText('This SVG cannot be opened as a picture.');
        await expect(refused).toBeVisible();
        if (name === 'phone') await bring('sheet.jpg', 'image/jpeg', await photoOfPaper(lines, 3));
        else {
          await bring('drawing.svg', 'image/svg+xml', Buffer.from(svgOf(lines)));
          await control(page, 'The whole photo is the page').click();
        }
        await expect(refused).toHaveCount(0);
        await page.getByTestId('lift').waitFor({ timeout: 20_000 });
        await look(page, 'brought-drawing');
        expect(await trouble(page)).toEqual([]);
        await page.getByTestId('lift').click();
        await page.getByTestId('take-attempt').click();
        const todo = page.getByTestId('todo');
        await expect(todo).toHaveText(WRONG_ARM, { timeout: 30_000 });
        // Kinds are told of what was drawn on paper as well; of how it was drawn nobody knows.
        await kindOf(page, 'relations').click();
        await expect(page.getByTestId('relations-kind')).toContainText(/line up/);
        await kindOf(page, 'weight').click();
        await expect(page.locator('[data-mark="plumb"]')).toBeAttached();
        await expect(kindOf(page, 'order of work')).toHaveCount(0);
        await kindOf(page, 'what is off').click();

        const rings = page.getByTestId('ring');
        await dragAside(page, rings.and(page.locator('[data-name="left wrist"]')), pointer);
        await expect(rings.and(page.locator('[data-set="true"]'))).toHaveCount(1);
        await expect(todo).toHaveText(WRONG_ARM);
        // What was lifted becomes strokes, so that the arm can be taken hold of.
        await page.getByTestId('mend').click();
        await expect(page.getByTestId('ghost')).toBeVisible({ timeout: 20_000 });
        const made = await ask<Study>(page, 'get', `/studies/${study}`);
        const { page: mended } = made.attempts.at(-1)!;
        const [paper] = await lying(desk, mended, 'page');
        const arm = ['right shoulder', 'right elbow', 'right wrist'].map((joint) => {
          const { x, y } = placesOnPage(reference, SWUNG).get(joint)!;
          return { x: (x * paper!.width) / SHEET.width, y: (y * paper!.height) / SHEET.height };
        });
        await look(page, 'mending-lifted');
        await turnLimb(page, desk, { pageId: mended, limb: arm, degrees: -SWUNG.by });
        await page.getByTestId('mend-done').click();
        await expect(todo).not.toHaveText(WRONG_ARM);
        expect((await lying(desk, mended, 'version')).map(({ name: kept }) => kept)).toEqual([
          expect.stringMatching(/^Before: right /),
        ]);

        await page.getByTestId('try-again').click();
        await expect(page.getByTestId('in-mind')).toBeVisible();
        await saved(page);
        await takeHand(page, 'Draw');
        await drawLines(page, drawn(reference, null), pointer);
        await saved(page);
        await page.getByTestId('next-pass').click();
        await expect(todo).toHaveText(/^Nothing is/, { timeout: 20_000 });
        expect(strange).toEqual([]);
      },
    );
  });
}

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(`the sheet of a session, ${name}`, () => {
    test.use({ viewport, hasTouch });

    test(
      'speaks by itself: what is off in each of six, what came back, what changed; then one is mended, one drawn anew',
      benchAt('wide', name),
      async ({ page }) => {
        test.setTimeout(240_000);
        const strange = watch(page, desk.address);
        const session = await newSession(page, desk, [
          newBlock(4, 120),
          newBlock(1, 120, { source: 'knowledge', look: 2 }),
        ]);
        const sheet = `${desk.address}/sessions/${session.id}`;
        const references = await Promise.all(
          session.poses.map(({ reference }) => ask<Reference>(page, 'get', `/references/${reference.id}`)),
        );
        await page.goto(sheet);
        for (const [i, reference] of references.entries()) {
          await expect(page.getByText(`${i + 1} of 6`)).toBeVisible();
          await drawLines(page, poseLines(reference, i), pointer);
          await page.keyboard.press('Tab');
        }
        await page.getByTestId('lesson').waitFor();
        const said = page.getByTestId('said');
        // The first drawing from knowledge is not judged.
        await expect(said).toHaveCount(5, { timeout: 60_000 });
        await expect(page.getByTestId('sheet-going')).toHaveCount(0);
        for (const i of [0, 1, 2]) await expect(said.nth(i)).toHaveText(WRONG_ARM);
        await expect(said.nth(FLIPPED)).toHaveText(/head/i);
        await expect(said.nth(4)).not.toHaveText(WRONG_ARM);
        await expect(page.getByTestId('laid-small')).toHaveCount(5);
        await expect(page.getByTestId('came-back')).toHaveText(/^In 3 of 5 the right/);
        await expect(page.getByTestId('change')).toHaveText(/^Against your first: the right .* right now/);
        await look(page, 'sheet-of-six');
        expect(await trouble(page)).toEqual([]);

        // One is opened: it is flipped, a landmark is set with one drag, and its head is mended in place.
        await page.getByTestId('check-pose').nth(FLIPPED).click();
        await expect(page.getByTestId('summary')).toContainText('The drawing is mirrored', {
          timeout: 20_000,
        });
        await expect(page.getByTestId('todo')).toHaveText(/head .* smaller/);
        // Turned over, its kinds lie on the picture as it does.
        await kindOf(page, 'relations').click();
        await expect(page.getByTestId('relations-kind')).toContainText(/line up/);
        await expect(page.locator('[data-mark="relations"]')).toBeAttached();
        await kindOf(page, 'what is off').click();
        const rings = page.getByTestId('ring');
        const set = rings.and(page.locator('[data-set="true"]'));
        await dragAside(page, rings.and(page.locator('[data-name="left wrist"]')), pointer);
        await expect(set).toHaveCount(1);
        await expect(page.getByTestId('todo')).toHaveText(/head .* smaller/);
        // Its bell has closed it: it is mended on a copy, with the landmark that was set on it.
        await control(page, /^Mend .*on a copy/).click();
        await expect(page.getByRole('alert')).toContainText('This is a copy');
        await control(page, /^Mend .*here/).click();
        await expect(page.getByTestId('mending')).toHaveText(/Head .* too large/i);
        await expect(page.getByTestId('ghost')).toBeVisible();
        expect(await trouble(page)).toEqual([]);
        const { attempt, page: closed } = session.poses[FLIPPED]!;
        const [, study] = /studies\/([0-9a-f]+)/.exec(page.url())!;
        const { attempts } = await ask<Study>(page, 'get', `/studies/${study}`);
        const { page: mended } = attempts.find(({ copyOf }) => copyOf === attempt)!;
        const strokesThen = await lying(desk, closed, 'stroke');
        await mendHead(page, mended, 1 / (1 + LARGER), pointer);
        await expect(page.getByTestId('mending')).toHaveText(/That is right now/, { timeout: 20_000 });
        await page.getByTestId('mend-done').click();
        await expect(page.getByTestId('todo')).not.toHaveText(/head/i);
        expect((await lying(desk, mended, 'version')).map(({ name: kept }) => kept)).toEqual([
          expect.stringMatching(/^Before: head .* too large$/),
        ]);
        expect(await lying(desk, closed, 'stroke')).toEqual(strokesThen);

        // Another is taken into a new attempt, the drawing before faintly under it, and is better then.
        await page.goto(sheet);
        await page.getByTestId('check-pose').nth(0).click();
        await expect(page.getByTestId('todo')).toHaveText(WRONG_ARM, { timeout: 20_000 });
        await page.getByTestId('try-again').click();
        await expect(page.getByTestId('in-mind')).toHaveText(WRONG_ARM);
        await control(page, 'the drawing before').click();
        await expect(page.getByTestId('drawing-before')).toBeAttached();
        await page.reload();
        await expect(page.getByTestId('in-mind')).toHaveText(WRONG_ARM);
        expect(await trouble(page)).toEqual([]);
        await takeHand(page, 'Draw');
        await drawLines(page, drawn(references[0]!, null), pointer);
        await saved(page);
        await page.getByTestId('next-pass').click();
        await expect(page.getByTestId('todo')).toHaveText(/^Nothing is/, { timeout: 20_000 });

        await page.goto(sheet);
        await expect(page.getByTestId('came-back')).toHaveText(/^In \d of 5 the right/, { timeout: 60_000 });
        await page.getByText('Again, with this in mind').click();
        await expect(page.getByTestId('session-in-mind')).toHaveText(/^Watch the right .*: it /);
        await look(page, 'session-in-mind');
        expect(await trouble(page)).toEqual([]);
        expect(strange).toEqual([]);
      },
    );
  });

/** Three with the arm swung, one turned over with a large head; from knowledge first with the arm swung. */
function poseLines(reference: Reference, i: number): At[][] {
  if (i === 0 || i === 1 || i === 2 || i === 4) return swungArm(reference);
  if (i !== FLIPPED) return drawn(reference, null);
  const lines = drawn(reference, { kind: 'head', by: LARGER });
  return lines.map((line) => line.map(({ x, y }) => ({ x: 148 - x, y })));
}
const FLIPPED = 3;
const LARGER = 0.4;
