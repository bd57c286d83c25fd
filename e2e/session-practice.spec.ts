import { expect, test, type Page } from '@playwright/test';
import { newBlock } from '@deft/core/session';
import type { Pose, Session, Study } from '@deft/contract';
import { trouble } from './access-rules.ts';
import { newSession } from './clock-run.ts';
import { openDesk, type Desk } from './desk.ts';
import { control, Fingers, pageOnScreen } from './hands.ts';
import { benchAt, askDesk, look, lying, saved, SIZES, watch } from './trace.ts';

/** Sessions as they are practised: next, not this one, the whole page for a long pose, and a copy of it. */

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

const strokesOn = async ({ page }: Pick<Pose, 'page'>): Promise<number> =>
  (await lying(desk, page, 'stroke')).length;
const read = (page: Page, id: string): Promise<Session> =>
  askDesk<Session>(page, desk, 'get', `/sessions/${id}`);

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'two short poses and a long one: next, not this one, undo, refine, reload, and a copy in Build',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const fingers = await Fingers.of(page);
        const session = await newSession(page, desk, [newBlock(2, 30), newBlock(1, 300)]);
        const [first, , long] = session.poses as [Pose, Pose, Pose];
        const now = async (): Promise<readonly Pose[]> => (await read(page, session.id)).poses;
        const line = async (y: number): Promise<void> => {
          const surface = page.getByTestId('page').filter({ visible: true });
          const on = await pageOnScreen(surface);
          await fingers.stroke(
            [30, 50, 70, 90].map((x) => on(x, y)),
            pointer,
            2,
          );
        };
        const picture = (of: string) =>
          page.getByTestId('pictures').getByRole('img', { name: of, exact: true });

        // A picture that shows a region of the long pose's more nearly.
        const mark = {
          kind: 'detail',
          id: 'ab'.repeat(16),
          box: { x: 200, y: 100, width: 250, height: 300 },
          reference: first.reference.id,
        };
        await page.request.put(`${desk.address}/api/references/${long.reference.id}/marks/${mark.id}`, {
          data: mark,
        });

        // Not this one: another comes, the clock begins anew; once more brings the first back with its line.
        await page.goto(`${desk.address}/sessions/${session.id}`);
        await expect(picture(first.reference.title)).toBeVisible();
        // Before its page has come a pose does not begin.
        await expect(page.getByTestId('hold')).toBeVisible();
        await line(60);
        await expect.poll(() => strokesOn(first)).toBe(1);
        if (hasTouch) {
          await page.getByTestId('hold').click();
          await control(page, 'Not this one').click();
        } else await page.keyboard.press('x');
        await expect(picture(first.reference.title)).toHaveCount(0);
        await expect(page.getByLabel('Time left')).toHaveText(/^0:(30|29|28)$/);
        const [other] = (await now()) as [Pose];
        expect([other.other, await strokesOn(other)]).toEqual([first.reference.title, 0]);
        await page.getByTestId('hold').click();
        await expect(page.getByTestId('held')).toBeVisible();
        await look(page, 'held-short');
        expect(await trouble(page)).toEqual([]);
        await control(page, 'The other picture').click();
        await expect(picture(first.reference.title)).toBeVisible();
        expect((await now())[0]!.page).toBe(first.page);

        // Next, in one touch.
        if (hasTouch) await page.getByTestId('next').click();
        else await page.keyboard.press('Tab');
        await expect(page.getByText('2 of 3')).toBeVisible();
        await page.getByTestId('hold').click();
        await control(page, 'gaps').click();
        await expect(page.getByTestId('pictures').getByRole('img', { name: /: gaps/ })).toBeAttached();
        await control(page, 'as it is').click();
        await control(page, 'Pass over').click();

        // The long pose: its page in the shell, most of the screen, with undo and sheets.
        await expect(page.getByTestId('long-pose')).toBeVisible();
        await expect(page.getByText('3 of 3')).toBeVisible();
        await expect(page.getByTestId('hold')).toBeVisible();
        await expect(page.getByTestId('sheets')).toHaveText('Ink');
        // What is attached to the picture's region stands beside it; held, it grows.
        const detail = page.getByRole('img', {
          name: `Detail 1: ${first.reference.title}. Hold to enlarge.`,
        });
        await expect(detail).toBeVisible();
        await look(page, 'long-pose');
        const small = (await detail.boundingBox())!;
        const onIt = { x: small.x + 20, y: small.y + 20 };
        await fingers.down(onIt, pointer);
        await expect.poll(async () => (await detail.boundingBox())!.height).toBeGreaterThan(3 * small.height);
        await fingers.up(onIt, pointer);
        expect(await trouble(page)).toEqual([]);
        const surface = page.getByTestId('page').filter({ visible: true });
        const room = (await surface.boundingBox())!;
        if (hasTouch) expect(room.width * room.height).toBeGreaterThan((2 / 3) * 390 * 844);
        await line(60);
        await line(90);
        await expect.poll(() => strokesOn(long)).toBe(2);
        await control(page, /^Undo/, false).click();
        await expect.poll(() => strokesOn(long)).toBe(1);
        await control(page, /^refine over/, false).click();
        await expect(page.getByTestId('sheets')).not.toHaveText('Ink');
        await line(100);
        await expect.poll(() => strokesOn(long)).toBe(2);

        // Held, a line and a landmark are put on the picture itself: none of the drawing's.
        await page.getByTestId('hold').click();
        await page.getByTestId('mark').click();
        const stage = (await page.getByTestId('mark-picture').getByTestId('stage').boundingBox())!;
        const onStage = (x: number, y: number) => ({
          x: stage.x + x * stage.width,
          y: stage.y + y * stage.height,
        });
        await fingers.stroke(
          [0.3, 0.4, 0.5, 0.6].map((y) => onStage(0.5, y)),
          pointer,
        );
        await control(page, 'landmark').click();
        await fingers.tap(onStage(0.5, 0.2), pointer);
        const kinds = async (): Promise<string[]> => (await now())[2]!.marks.map(({ kind }) => kind);
        await expect.poll(kinds).toEqual(['line', 'landmark']);
        await look(page, 'mark-picture');
        expect(await trouble(page)).toEqual([]);
        await page.getByTestId('marked').click();
        await page.getByTestId('go-on').click();
        await expect(page.getByTestId('picture-marks').locator('path')).toHaveCount(4);
        expect(await strokesOn(long)).toBe(2);

        // Loaded again it is held where it was, and goes on; the bell by hand.
        await page.reload();
        await expect(page.getByTestId('held')).toContainText('What you drew is kept.');
        await page.getByTestId('go-on').click();
        await line(120);
        await expect.poll(() => strokesOn(long)).toBe(3);
        if (hasTouch) await page.getByTestId('next').click();
        else await page.keyboard.press('n');
        await page.getByTestId('lesson').waitFor();
        await expect(page.getByText('2 done early. 1 passed over.')).toBeVisible();
        const over = await now();
        expect(over.map(({ end }) => end)).toEqual(['done early', 'passed over', 'done early']);
        expect(over.map(({ closedAt }) => typeof closedAt)).toEqual(['number', 'number', 'number']);

        // Its bell has closed it: in Build it is a copy.
        await control(page, /^3\. .*replay/, false).click();
        await page.getByTestId('study-open-pose').click();
        await page.waitForURL(/\/studies\//);
        const study = (await now())[2]!.study!;
        await page.goto(`${desk.address}/studies/${study}?attempt=${long.attempt}&pass=build`);
        await expect(page.getByTestId('copy-note')).toHaveText(/copy of a pose of 5 min/);
        await saved(page);
        // What was put on the picture is there again.
        await expect(page.getByTestId('picture-marks').locator('path')).toHaveCount(4);
        await look(page, 'copy-in-build');
        const { attempts } = await askDesk<Study>(page, desk, 'get', `/studies/${study}`);
        const copy = attempts.find(({ copyOf }) => copyOf === long.attempt)!;
        expect([await strokesOn(copy), await strokesOn(long)]).toEqual([3, 3]);
        expect(strange).toEqual([]);
      },
    );
  });
