import { expect, test, type Page } from '@playwright/test';
import { newBlock } from '@deft/core/session';
import type { Pose, Session } from '@deft/contract';
import { newSession, runThrough, watchPictures } from './clock-run.ts';
import { openDesk, type Desk } from './desk.ts';
import { control, arc, Fingers, pageOnScreen, type Pointer } from './hands.ts';
import { benchAt, lying } from './trace.ts';

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

const A5 = { width: 148, height: 210 };
const read = async (page: Page, id: string): Promise<Session> =>
  (await (await page.request.get(`${desk.address}/api/sessions/${id}`)).json()) as Session;
const strokes = async (id: string): Promise<number> => (await lying(desk, id, 'stroke')).length;

async function draw(
  page: Page,
  pointer: Pointer,
  on: { x: number; y: number; width: number; height: number } = { x: 0, y: 0, ...A5 },
): Promise<void> {
  const place = await pageOnScreen(page.getByTestId('page'), on);
  await (
    await Fingers.of(page)
  ).stroke(
    arc(on.x + on.width / 2, on.y + on.height / 2, on.width / 5, on.height / 5).map((p) => place(p.x, p.y)),
    pointer,
    2,
  );
}

for (const { name, viewport, hasTouch } of [
  { name: 'phone', viewport: { width: 390, height: 844 }, hasTouch: true },
  { name: 'wide', viewport: { width: 1280, height: 800 }, hasTouch: false },
] as const) {
  const pointer: Pointer = hasTouch ? 'touch' : 'pen';
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'a plan of one’s own is made, kept and started; from memory the picture is there, gone, and back',
      benchAt('wide', name),
      async ({ page }) => {
        await page.goto(desk.address);
        await control(page, 'Choose another plan', false).click();
        await control(page, 'Make a plan of your own', false).click();
        await page.getByLabel('Name of the plan').fill(`Short ${name}`);
        await page.getByLabel('Poses').fill('2');
        await page.getByLabel('Time each').fill('soon');
        await expect(page.getByText('“soon” is no time for a pose.')).toBeVisible();
        await page.getByLabel('Time each').fill('0:03');
        await control(page, 'from memory', false).click();
        await page.getByLabel('Time to look').fill('2 s');
        await expect(page.getByText('2 poses, 30 s')).toBeVisible();
        await control(page, 'Keep it', false).click();
        await page
          .getByTestId('plan')
          .filter({ hasText: `Short ${name}` })
          .click();
        await expect(page.getByText('1 of 2, look, it will be gone')).toBeVisible();
        await expect(page.locator('[data-pose="0"]')).toBeVisible();
        await expect(page.getByRole('heading', { name: 'From memory' })).toBeVisible();
        await expect(page.locator('[data-pose="0"]')).toBeHidden();
        await draw(page, pointer);
        await expect(page.getByText('1 of 2, compare')).toBeVisible();
        await expect(page.locator('[data-pose="0"]')).toBeVisible();
        // Held, passed over, and the end from there.
        if (hasTouch) await page.getByTestId('pictures').click();
        else await page.keyboard.press('Space');
        await expect(page.getByTestId('held')).toBeVisible();
        await control(page, 'Pass over').click();
        await expect(page.getByText('2 of 2, look, it will be gone')).toBeVisible();
        await page.getByTestId('hold').click();
        await page.getByTestId('end').click();
        await page.getByTestId('end').click();
        await page.getByTestId('lesson').fill('Look at the weight first');
        await page.getByTestId('lesson').blur();
        const id = page.url().split('/').at(-1)!;
        await expect.poll(async () => (await read(page, id)).lesson).toBe('Look at the weight first');
        const { poses } = await read(page, id);
        expect(await Promise.all(poses.map((pose) => strokes(pose.page)))).toEqual([1, 0]);
        // Drawn to its end it is not passed over any more; the second was only looked at.
        expect(poses.map(({ end }) => end)).toEqual(['run out', 'left unfinished']);
      },
    );

    test(
      'on a grid each pose is drawn in the next cell; it is starred, noted, replayed and drawn four ways',
      benchAt('phone', name),
      async ({ page }) => {
        const session = await newSession(page, desk, [newBlock(4, 20, { ground: 'on a grid' })]);
        await page.goto(`${desk.address}/sessions/${session.id}`);
        for (const [i, pose] of session.poses.entries()) {
          await expect(page.getByText(`${i + 1} of 4, movement first`)).toBeVisible();
          // Before its page has come a pose does not begin.
          await expect(page.getByTestId('hold')).toBeVisible();
          const [a, , c] = pose.region!;
          await draw(page, pointer, { x: a!.x, y: a!.y, width: c!.x - a!.x, height: c!.y - a!.y });
          await expect.poll(() => strokes(pose.page)).toBe(i + 1);
          if (hasTouch) await page.getByTestId('next').click();
          else await page.keyboard.press('Tab');
        }
        await expect(page.getByText(/fills \d+ % of its cell’s height/).first()).toBeVisible();
        await page.getByTestId('star').first().click();
        await control(page, /^2\. .*replay/, false).click();
        await expect(page.getByTestId('replay')).toContainText('of 1');
        await page.getByRole('textbox', { name: 'Note' }).fill('too careful');
        await control(page, 'close').click();
        await expect
          .poll(async () => (await read(page, session.id)).poses.map(({ starred, note }) => [starred, note]))
          .toEqual([
            [true, ''],
            [false, 'too careful'],
            [false, ''],
            [false, ''],
          ]);
        await control(page, /^1\. .*replay/, false).click();
        await control(page, 'Draw it 4 ways', false).click();
        await expect(page.getByText('1 of 4, movement first')).toBeVisible();
        const variants = await read(page, page.url().split('/').at(-1)!);
        expect(new Set(variants.poses.map(({ reference }) => reference.id)).size).toBe(1);
      },
    );

    test(
      'on paper the run only times; the page is photographed, laid flat, lifted, and its cells joined to the poses',
      benchAt('wide', name),
      async ({ page }) => {
        const session = await newSession(page, desk, [newBlock(4, 2, { ground: 'on paper' })]);
        await page.goto(`${desk.address}/sessions/${session.id}`);
        await expect(page.getByTestId('page')).toHaveCount(0);
        await page.getByTestId('photograph').click({ timeout: 20_000 });
        await page.getByTestId('simulated').click();
        await expect(page.getByText('The page was found.')).toBeVisible({ timeout: 20_000 });
        // A corner is dragged away and put back by a key to where it was found.
        const corner = (await page.getByTestId('corner-0').boundingBox())!;
        const fingers = await Fingers.of(page);
        const at = { x: corner.x + corner.width / 2, y: corner.y + corner.height / 2 };
        await fingers.stroke(
          [at, { x: at.x + 10, y: at.y + 12 }, { x: at.x + 20, y: at.y + 24 }],
          hasTouch ? 'touch' : 'mouse',
          3,
        );
        await expect
          .poll(async () => (await page.getByTestId('corner-0').boundingBox())!.x)
          .toBeGreaterThan(corner.x + 10);
        await control(page, 'as found', false).click();
        await page.getByTestId('lift').click();
        await expect(page.getByTestId('splitting')).toBeVisible({ timeout: 20_000 });
        await control(page, 'cells').click();
        await expect(page.getByTestId('drawing')).toHaveCount(4);
        // The first drawing belongs to the second pose: the two change places.
        await page.getByTestId('drawing').first().click();
        await page.getByTestId('join-pose').nth(1).click();
        await page.getByTestId('join').click();
        await expect
          .poll(async () => (await read(page, session.id)).poses.map(({ region }) => region?.[0]))
          .toEqual([
            { x: 105, y: 0 },
            { x: 0, y: 0 },
            { x: 0, y: 148.5 },
            { x: 105, y: 148.5 },
          ]);
        await expect(page.getByAltText(/^Your drawing of/).first()).toBeVisible();
      },
    );
  });
}

test.describe('the clock', () => {
  test.use({ viewport: { width: 1280, height: 800 } });

  test('with the processor slowed six times every picture comes at its bell, and the whole does not drift', async ({
    page,
  }) => {
    const POSES = 6;
    const SECONDS = 2;
    await watchPictures(page);
    const session = await newSession(page, desk, [newBlock(POSES, SECONDS)]);
    const slow = await page.context().newCDPSession(page);
    await slow.send('Emulation.setCPUThrottlingRate', { rate: 6 });
    const { changes, behind, session: over } = await runThrough(page, desk, session, SECONDS);
    expect(changes.map(({ pose }) => pose)).toEqual(Array.from({ length: POSES }, (_, i) => i));
    // A picture is painted late and never early: the least late of a half tells where its bells are.
    const [earlier, later] = [behind.slice(0, POSES / 2), behind.slice(POSES / 2)];
    expect(Math.abs(Math.min(...later) - Math.min(...earlier))).toBeLessThan(100);
    for (const { drawnMs, end } of over.poses)
      expect([Math.round(drawnMs ?? 0), end]).toEqual([SECONDS * 1000, 'run out']);
  });

  test('out of sight it is held, and nothing is doubled or lost', async ({ page }) => {
    const session = await newSession(page, desk, [newBlock(2, 5)]);
    await page.goto(`${desk.address}/sessions/${session.id}`);
    await page.getByTestId('hold').waitFor();
    await page.evaluate(() => {
      Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true });
      document.dispatchEvent(new Event('visibilitychange'));
    });
    await expect(page.getByTestId('held')).toBeVisible();
    const held = Date.now();
    await expect.poll(() => Date.now() - held).toBeGreaterThan(1200);
    await expect(page.getByText('1 of 2')).toBeVisible();
    await page.getByTestId('go-on').click();
    await expect(page.getByText('2 of 2')).toBeVisible({ timeout: 8000 });
    await page.getByTestId('lesson').waitFor({ timeout: 10_000 });
    const { poses } = await read(page, session.id);
    expect(poses.map(({ drawnMs }) => Math.round(drawnMs ?? 0))).toEqual([5000, 5000]);
    expect(poses[0]!.heldMs).toBeGreaterThan(1200);
  });
});

test('a second device joins as the phone, shows the poses and photographs the page; the desk shows the result', async ({
  browser,
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${desk.address}/sessions/new`);
  await control(page, 'Let a phone join', false).click();
  await page.getByTestId('open-door').click();
  const code = (await page.getByTestId('door-code').textContent())!.replace(/\D/g, '');
  const { address } = (await (await page.request.get(`${desk.address}/api/door`)).json()) as {
    address: string;
  };
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await context.newPage();
  await phone.goto(address);
  await phone.getByLabel('Code').fill('00000000');
  await control(phone, 'Join', false).click();
  await expect(phone.getByRole('alert')).toContainText('not the code');
  await phone.getByLabel('Code').fill(code);
  await phone.getByLabel('What to call this device').fill('Test phone');
  await control(phone, 'Join', false).click();
  await expect(phone.getByTestId('start')).toBeVisible();
  await expect(page.getByText(/^Test phone, since/)).toBeVisible();
  // On its stand beside the paper: another picture and back, held by a touch anywhere, next.
  const session = await newSession(page, desk, [newBlock(2, 60, { ground: 'on paper' })]);
  const [first] = session.poses as [Pose];
  const picture = (title: string) =>
    phone.getByTestId('pictures').getByRole('img', { name: title, exact: true });
  await phone.goto(`${address}/sessions/${session.id}`);
  await expect(picture(first.reference.title)).toBeVisible();
  await control(phone, 'Not this one').tap();
  await expect(picture(first.reference.title)).toHaveCount(0);
  await control(phone, 'The other picture').tap();
  await expect(picture(first.reference.title)).toBeVisible();
  await phone.touchscreen.tap(195, 300);
  await expect(phone.getByTestId('held')).toBeVisible();
  await phone.getByTestId('go-on').tap();
  for (const nth of [1, 2]) {
    await expect(phone.getByText(`${nth} of 2`)).toBeVisible();
    await phone.getByTestId('next').tap();
  }
  await phone.getByTestId('photograph').click({ timeout: 15_000 });
  await phone.getByTestId('simulated').click();
  await phone.getByTestId('lift').click({ timeout: 20_000 });
  await phone.getByTestId('join').click({ timeout: 20_000 });
  await page.goto(`${desk.address}/sessions/${session.id}`);
  await expect(page.getByAltText(/^Your drawing of/).first()).toBeVisible();
  await page.goto(`${desk.address}/door`);
  await control(page, 'Send Test phone away', false).click();
  await expect(page.getByText(/^Test phone, since/)).toHaveCount(0);
  await phone.goto(address);
  await expect(phone.getByText('Join the desk')).toBeVisible();
  await page.getByTestId('shut-door').click();
  await context.close();
});
