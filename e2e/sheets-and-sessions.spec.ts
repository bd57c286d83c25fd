import { expect, test, type Page } from '@playwright/test';
import { openDesk, type Desk } from './desk.ts';
import { control, arc, Fingers, pageOnScreen } from './hands.ts';
import { paintedInAll } from './painted.ts';
import { lying, openTrace, saved, stored, takeHand } from './trace.ts';

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

const strokesOf = async (pageId: string): Promise<number> => (await lying(desk, pageId, 'stroke')).length;

async function scribble(
  page: Page,
  cx: number,
  cy: number,
  pointer: 'pen' | 'mouse' = 'mouse',
): Promise<void> {
  await page.bringToFront();
  const on = await pageOnScreen(page.getByTestId('page'));
  await (
    await Fingers.of(page)
  ).stroke(
    arc(cx, cy, 9, 9).map((p) => on(p.x, p.y)),
    pointer,
    2,
  );
}

test.describe('wide', () => {
  test.use({ viewport: { width: 1280, height: 800 } });

  test('a locked sheet says which it is and takes nothing; refine over lays a new one and fades the others', async ({
    page,
  }) => {
    const pageId = await openTrace(page, desk, 0);
    await scribble(page, 40, 40);
    await page.getByTestId('sheets').click();
    await control(page, 'Lock').click();
    await page.getByTestId('sheets').click();
    await scribble(page, 60, 60);
    await expect(page.getByRole('alert')).toContainText('The sheet “Ink” is locked.');
    // What it offers lets the same gesture go through.
    await control(page, 'Unlock it and go on', false).click();
    await expect(page.getByRole('alert')).toHaveCount(0);
    await scribble(page, 60, 60);
    await expect.poll(() => strokesOf(pageId)).toBe(2);
    await page.getByTestId('sheets').click();
    await control(page, 'Refine over', false).click();
    await expect(control(page, 'Sheet Ink 2', false)).toHaveAttribute('aria-pressed', 'true');
    await page.getByTestId('sheets').click();
    await scribble(page, 90, 90);
    await expect.poll(() => strokesOf(pageId)).toBe(3);
    expect((await lying(desk, pageId, 'sheet')).map(({ name, opacity }) => [name, opacity])).toEqual([
      ['Picture', 0.4],
      ['Guides', 0.35],
      ['Forms', 0.35],
      ['Ink', 0.35],
      ['Ink 2', 1],
    ]);
  });

  test('two tabs on one page see each other’s strokes as they are drawn and lose none', async ({
    page,
    context,
  }) => {
    const pageId = await openTrace(page, desk, 1);
    const other = await context.newPage();
    await other.goto(page.url());
    await saved(other);
    await takeHand(other, 'Draw');
    const bare = await paintedInAll(other);
    await scribble(page, 110, 160);
    // Without a touch in the other tab, it shows there.
    await expect.poll(() => paintedInAll(other)).toBeGreaterThan(bare + 50);
    for (let i = 0; i < 4; i += 1) {
      await scribble(page, 30 + 20 * i, 40);
      await scribble(other, 30 + 20 * i, 90);
    }
    await expect.poll(() => strokesOf(pageId)).toBe(9);
    // Undo in one tab takes back this device's last stroke, wherever it was drawn.
    await other.reload();
    await saved(other);
    await other.getByTestId('undo').click();
    await expect
      .poll(async () => (await stored(desk, pageId)).filter((o) => o.kind === 'revert').length)
      .toBe(1);
    await expect(other.getByTestId('redo')).toBeEnabled();
  });

  test('the hand, the pen’s width and the side of the hand are remembered', async ({ page }) => {
    await openTrace(page, desk, 2);
    await control(page, 'pen').click();
    await page.getByTestId('line').click();
    const size = page.getByRole('slider', { name: 'Size' });
    await size.focus();
    await size.press('ArrowRight');
    await expect(size).toHaveAttribute('aria-valuetext', '1.2 mm');
    await page.getByTestId('looks').click();
    await control(page, 'Desk').click();
    await control(page, 'Left-handed', false).click();
    await page.reload();
    await takeHand(page, 'Draw');
    await page.getByTestId('line').click();
    await expect(page.getByRole('slider', { name: 'Size' })).toHaveAttribute('aria-valuetext', '1.2 mm');
    // The pencil kept its own.
    await page.keyboard.press('Escape');
    await control(page, 'pencil').click();
    await page.getByTestId('line').click();
    await expect(page.getByRole('slider', { name: 'Size' })).toHaveAttribute('aria-valuetext', '0.7 mm');
    await page.getByTestId('looks').click();
    await control(page, 'Desk').click();
    await expect(control(page, 'Left-handed', false)).toBeChecked();
  });
});

test.describe('phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('a session of three poses comes back held after a reload, goes on and back, and keeps every stroke', async ({
    page,
  }) => {
    await page.goto(`${desk.address}/references`);
    await control(page, 'Platform figures').click();
    await control(page, 'Start a session', false).click();
    await control(page, 'Make a plan of your own', false).click();
    await page.getByLabel('Poses').fill('3');
    await page.getByLabel('Time each').fill('2:00');
    await page.getByTestId('start-own').click();
    await expect(page.getByTestId('hold')).toBeVisible();
    await scribble(page, 74, 60, 'pen');
    await expect(page.getByLabel('Time left')).toHaveText(/^1:5\d$/);
    await page.reload();
    await expect(page.getByTestId('held')).toContainText('What you drew is kept.');
    await control(page, '30 s more', false).click();
    await control(page, 'Next').click();
    await expect(page.getByText('2 of 3, construction')).toBeVisible();
    await scribble(page, 74, 90, 'pen');
    await page.getByTestId('hold').click();
    await control(page, 'Back').click();
    await expect(page.getByText('1 of 3, construction')).toBeVisible();
    await page.getByTestId('end').click();
    await page.getByTestId('end').click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('2 poses');
    await expect(page.getByText('1 not begun.')).toBeVisible();
    await control(page, 'show what was not begun', false).click();
    await expect(control(page, /^3\. .*replay/, false)).toBeVisible();
    const id = page.url().split('/').at(-1);
    const session = (await (await page.request.get(`${desk.address}/api/sessions/${id}`)).json()) as {
      over: boolean;
      poses: { page: string; addedMs: number; heldMs: number }[];
    };
    expect(session.over).toBe(true);
    expect(session.poses[0]!.addedMs).toBe(30_000);
    expect(await Promise.all(session.poses.map((pose) => strokesOf(pose.page)))).toEqual([1, 1, 0]);
    await control(page, /^1\. .*replay/, false).click();
    await page.getByTestId('study-open-pose').click();
    await expect(page.getByTestId('hand')).toBeVisible();
  });

  test('an empty desk says what to do first', async ({ page }) => {
    const { desk: own, close: closeOwn } = await openDesk(false);
    try {
      await page.goto(own.address);
      await expect(page.getByText('The desk is empty.')).toBeVisible();
      await control(page, 'Bring in a picture', false).click();
      await expect(page.getByText('No picture yet.')).toBeVisible();
      await page.goto(`${own.address}/sessions`);
      await expect(page.getByText('No session yet.')).toBeVisible();
      await page.goto(`${own.address}/studies/${'0'.repeat(32)}`);
      await expect(page.getByText('This study is not on the desk.')).toBeVisible();
    } finally {
      await closeOwn();
    }
  });
});
