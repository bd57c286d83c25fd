import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import type { Study } from '@deft/contract';
import { openDesk, type Desk } from './desk.ts';
import { control, arc, Fingers, pageOnScreen, type At, type Pointer } from './hands.ts';
import { benchAt, lying, saved, SIZES, takeHand, watch } from './trace.ts';

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

interface Opened {
  readonly page: Page;
  readonly fingers: Fingers;
  readonly strange: string[];
}

/** A browser page that writes down requests leaving the desk, policy violations and errors. */
async function opened(page: Page): Promise<Opened> {
  return { page, fingers: await Fingers.of(page), strange: watch(page, desk.address) };
}

const surfaceOf = (page: Page) => page.getByTestId('page');

async function operationsOf(
  page: Page,
  pageId: string,
): Promise<{ kinds: string[]; strokes: { points: string; pressure: string }[] }> {
  const { operations } = (await (
    await page.request.get(`${desk.address}/api/pages/${pageId}/operations?after=0`)
  ).json()) as {
    operations: {
      operation: { kind: string; body: { add?: { type: string; points: string; pressure: string }[] } };
    }[];
  };
  const added = operations.flatMap(({ operation }) => operation.body.add ?? []);
  return { kinds: added.map((t) => t.type), strokes: added.filter((t) => t.type === 'stroke') };
}

async function study(page: Page): Promise<Study> {
  const id = page.url().split('/').at(-1) as string;
  return (await (await page.request.get(`${desk.address}/api/studies/${id}`)).json()) as Study;
}

/** An ellipse by a drag over its box, millimetres. */
async function ellipse(
  o: Opened,
  pointer: Pointer,
  cx: number,
  cy: number,
  rx: number,
  ry: number,
): Promise<void> {
  const on = await pageOnScreen(surfaceOf(o.page));
  const steps = Array.from({ length: 8 }, (_, i): At =>
    on(cx - rx + (2 * rx * i) / 7, cy - ry + (2 * ry * i) / 7),
  );
  await o.fingers.stroke(steps, pointer);
}

async function limb(o: Opened, pointer: Pointer, from: At, to: At): Promise<void> {
  const on = await pageOnScreen(surfaceOf(o.page));
  await o.fingers.stroke(
    Array.from({ length: 8 }, (_, i) =>
      on(from.x + ((to.x - from.x) * i) / 7, from.y + ((to.y - from.y) * i) / 7),
    ),
    pointer,
  );
}

const TRACED: [string, number, number][] = [
  ['crown', 76, 40],
  ['pit of the neck', 76, 66],
  ['left hip', 84, 105],
  ['right hip', 66, 105],
  ['lowest foot', 70, 178],
];

/**
 * Head, ribcage, pelvis and thighs, each once the one before is kept.
 * @param at where a place of the figure lies @param head how much larger it is
 */
async function layForms(
  o: Opened,
  pointer: Pointer,
  pageId: string,
  at: (x: number, y: number) => At,
  { by, head }: { readonly by: number; readonly head: number },
): Promise<void> {
  let laid = 0;
  const kept = async (form: Promise<void>): Promise<void> => {
    await form;
    laid += 1;
    await expect.poll(async () => (await lying(desk, pageId, 'form')).length).toBe(laid);
  };
  for (const [x, y, rx, ry] of [
    [76, 51, 8 * head, 11 * head],
    [76, 82, 14, 17],
    [75, 108, 13, 9],
  ] as const) {
    const { x: cx, y: cy } = at(x, y);
    await kept(ellipse(o, pointer, cx, cy, rx * by, ry * by));
  }
  await control(o.page, 'trapezoid', false).click();
  await kept(limb(o, pointer, at(84, 113), at(86, 145)));
  await kept(limb(o, pointer, at(66, 113), at(64, 145)));
}

/** Where the construction lies against the figure: smaller. */
const small = (x: number, y: number): At => ({ x: 74 + (x - 76) * 0.8, y: 110 + (y - 105) * 0.8 });

/** One touch from the desk to a pose, drawn on, held, drawn on again and ended. */
async function drawPose({ page, fingers }: Opened, pointer: Pointer): Promise<void> {
  await page.goto(desk.address);
  await page.getByTestId('start').click();
  await expect(page.getByTestId('hold')).toBeVisible();
  // The picture, which holds the pose when it is touched, Next and Hold: nothing else to press.
  await expect(page.getByRole('button')).toHaveCount(3);
  const on = await pageOnScreen(surfaceOf(page));
  const draw = (points: readonly At[]) =>
    fingers.stroke(
      points.map((p) => on(p.x, p.y)),
      pointer,
      4,
    );
  await draw(arc(74, 40, 9, 12));
  await draw(arc(74, 80, 30, 28, 3.4, 6));
  await page.getByTestId('hold').click();
  await expect(page.getByTestId('held')).toBeVisible();
  // A pose that is held takes no stroke.
  await fingers.stroke([on(10, 195), on(20, 205)], pointer);
  await page.getByTestId('go-on').click();
  await draw(arc(74, 150, 20, 10, 0, 3));
  await page.getByTestId('hold').click();
  await page.getByTestId('end').click();
  await page.getByTestId('end').click();
  await expect(page.getByRole('img', { name: /Your drawing of/ })).toBeVisible();
}

/** Forms, landmarks and a line over the reference, and the reference behind the page. */
async function trace(o: Opened, pointer: Pointer): Promise<void> {
  const { page, fingers } = o;
  await expect(page.getByRole('radiogroup', { name: 'Name of the part' })).toBeVisible();
  await saved(page);
  const pageId = (await study(page)).traces[0]!.page;
  await layForms(o, pointer, pageId, (x, y) => ({ x, y }), { by: 1, head: 1 });
  await control(page, 'landmark').click();
  const spot = await pageOnScreen(surfaceOf(page));
  for (const [landmark, x, y] of TRACED) {
    await expect(page.getByRole('radio', { name: landmark, exact: true })).toBeChecked();
    await fingers.tap(spot(x, y), pointer);
  }
  await takeHand(page, 'Draw');
  await fingers.stroke(
    arc(75, 100, 20, 60, 1, 2).map((p) => spot(p.x, p.y)),
    pointer,
  );
  await page.getByTestId('place').click();
  await control(page.getByRole('radiogroup', { name: 'Place of the reference' }), 'Behind', false).click();
  const slider = page.getByRole('slider', { name: 'Opacity of the reference' });
  await slider.focus();
  await slider.press('ArrowRight');
  await expect(slider).toHaveAttribute('aria-valuetext', '45 %');
  await control(page, 'Done', false).click();
  await saved(page);
  const { kinds, strokes } = await operationsOf(page, pageId);
  expect(kinds.filter((k) => k === 'form')).toHaveLength(5);
  expect(kinds.filter((k) => k === 'landmark')).toHaveLength(5);
  expect(strokes.map(({ pressure }) => pressure)).toEqual([pointer === 'pen' ? 'device' : 'speed']);
}

/** A new attempt, freehand: guides, then smaller forms with the head a third too large, named in order. */
async function build(o: Opened, pointer: Pointer): Promise<void> {
  const { page, fingers } = o;
  const before = await study(page);
  // The pose's own drawing is an attempt of the study already.
  expect(before.attempts.map((a) => a.seconds)).toEqual([60]);
  expect((await operationsOf(page, before.attempts[0]!.page)).strokes).toHaveLength(3);
  await page.getByTestId('next-pass').click();
  // What its bell has closed is built on as a copy.
  await expect(page.getByTestId('copy-note')).toHaveText(/copy of a pose of 1 min/);
  await expect(page.getByTestId('hand')).toContainText('Guides');
  await page.request.post(`${desk.address}/api/studies/${before.id}/attempts`, { data: {} });
  // Opened by its address alone it shows the newest.
  await page.goto(`${desk.address}/studies/${before.id}`);
  await expect(page.getByTestId('hand')).toContainText('Guides');
  // The sheet's name stands there once the page has come.
  await expect(page.getByTestId('sheets')).toHaveText('Ink');
  const ground = await pageOnScreen(surfaceOf(page));
  await fingers.tap(ground(74, 175), pointer);
  await control(page, 'plumb', false).click();
  await fingers.tap(ground(70, 100), pointer);
  await control(page, 'level', false).click();
  await fingers.tap(ground(70, 60), pointer);
  await takeHand(page, 'Forms');
  await control(page, 'ellipse', false).click();
  const pageId = (await study(page)).attempts.at(-1)!.page;
  await layForms(o, pointer, pageId, small, { by: 0.8, head: 1.35 });
  await saved(page);
  const { kinds } = await operationsOf(page, pageId);
  expect(kinds.filter((k) => k === 'guide')).toHaveLength(3);
  expect(kinds.filter((k) => k === 'form')).toHaveLength(5);
}

/** The page as SVG and as PNG: its size, its names, without guides. */
async function saveAsFiles({ page }: Opened): Promise<void> {
  const save = async (name: string): Promise<string> => {
    const [file] = await Promise.all([page.waitForEvent('download'), control(page, name).click()]);
    return file.path();
  };
  await page.getByTestId('looks').click();
  await control(page, 'Save as a file', false).click();
  const svg = await readFile(await save('SVG: save the page as lines'), 'utf8');
  expect(svg).toContain('width="148mm" height="210mm"');
  expect(svg).toContain('<title>head</title>');
  expect(svg).not.toContain('<line');
  const { density, width } = await sharp(await save('PNG: save the page as pixels')).metadata();
  expect([density, width]).toEqual([300, 1748]);
  await control(page, 'Close: Save as a file', false).click({ position: { x: 5, y: 5 } });
}

/** The quick run for what lacks, then the findings: they tell the head, and are marked on the page. */
async function check({ page, fingers }: Opened, pointer: Pointer): Promise<void> {
  await page.getByTestId('next-pass').click();
  for (const [landmark, x, y] of TRACED) {
    await expect(page.getByTestId('asks')).toContainText(landmark);
    const drawn = await pageOnScreen(surfaceOf(page));
    const p = small(x, y);
    await fingers.tap(drawn(p.x, landmark === 'crown' ? p.y - 3 : p.y), pointer);
  }
  await page.getByTestId('skip-run').click();
  await expect(page.getByTestId('todo')).toHaveText(/^Make the head a (quarter|fifth|third|sixth) smaller/);
  await expect(page.getByTestId('summary')).toHaveText(
    /smaller; that is taken out\. Average miss \d+\.\d ± \d+\.\d % of the figure's height\./,
  );
  await page.getByTestId('finding').first().click();
  await expect(page.locator('[data-mark]')).toBeVisible();
}

for (const { name, viewport, pointer, hasTouch } of SIZES) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch, acceptDownloads: true });

    test(
      'from the desk through a pose, a trace and a construction to its check, and out as files',
      benchAt('wide', name),
      async ({ page }) => {
        const o = await opened(page);
        await drawPose(o, pointer);
        await page.getByTestId('study-pose').click();
        await trace(o, pointer);
        await build(o, pointer);
        await saveAsFiles(o);
        await check(o, pointer);
        // Everything is there again after a reload, and one can try again.
        await page.reload();
        await page.getByTestId('skip-run').click();
        await expect(page.getByTestId('todo')).toHaveText(/^Make the head/);
        await page.getByTestId('try-again').click();
        await expect(page.getByTestId('hand')).toBeVisible();
        const { attempts } = await study(page);
        expect(attempts.map(({ copyOf }) => copyOf)).toEqual([null, attempts[0]!.id, null, null]);
        expect(o.strange).toEqual([]);
      },
    );

    test(
      'a picture of one’s own goes the same way with five touched landmarks; what is none is refused by name',
      benchAt('wide', name),
      async ({ page: browserPage }) => {
        const o = await opened(browserPage);
        const { page, fingers } = o;
        await page.goto(`${desk.address}/references`);
        const own = await sharp({
          create: { width: 600, height: 900, channels: 3, background: name === 'phone' ? '#9ab' : '#ba9' },
        })
          .png()
          .toBuffer();
        await page.getByTestId('bring').click();
        await page.getByTestId('files').setInputFiles([
          { name: 'letter.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') },
          { name: 'nothing.png', mimeType: 'image/png', buffer: Buffer.alloc(0) },
          { name: 'half.png', mimeType: 'image/png', buffer: own.subarray(0, 60) },
        ]);
        const told = page.getByTestId('brought');
        await expect(told).toContainText(
          '“letter.jpg” was not brought in: it is not a JPEG, PNG, WebP, AVIF, GIF, TIFF or SVG picture.',
        );
        await expect(told).toContainText('“nothing.png” was not brought in: it is empty (0 bytes).');
        await expect(told).toContainText('“half.png” was not brought in');
        await page
          .getByTestId('files')
          .setInputFiles({ name: `my neighbour ${name}.png`, mimeType: 'image/png', buffer: own });
        await control(page, `Look at my neighbour ${name}.png`, false).click();
        await control(page, 'Landmarks').click();
        await control(page, 'figure').click();
        await expect(control(page, 'figure')).toBeChecked();
        await page.getByTestId('study-this').click();
        const finger: Pointer = hasTouch ? 'touch' : 'mouse';
        await control(page, 'landmark').click();
        await saved(page);
        const on = await pageOnScreen(surfaceOf(page));
        for (const [landmark, x, y] of TRACED) {
          await expect(page.getByRole('radio', { name: landmark, exact: true })).toBeChecked();
          await fingers.tap(on(x, y), finger);
        }
        await saved(page);
        await page.getByTestId('next-pass').click();
        await expect(page.getByTestId('hand')).toContainText('Guides');
        await takeHand(page, 'Draw');
        await saved(page);
        const drawn = await pageOnScreen(surfaceOf(page));
        await fingers.stroke(
          arc(74, 100, 20, 60).map((p) => drawn(p.x, p.y)),
          finger,
        );
        await page.getByTestId('next-pass').click();
        for (const [landmark, x, y] of TRACED) {
          await expect(page.getByTestId('asks')).toContainText(landmark);
          const spot = await pageOnScreen(surfaceOf(page));
          await fingers.tap(spot(landmark === 'left hip' ? x + 26 : x, y), finger);
        }
        await expect(page.getByTestId('todo')).toContainText('left hip');
        await expect(page.getByTestId('summary')).toContainText('Average miss');
        expect(o.strange).toEqual([]);
      },
    );
  });
}
