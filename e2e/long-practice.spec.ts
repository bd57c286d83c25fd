import { expect, test, type Page } from '@playwright/test';
import { newBlock } from '@deft/core/session';
import type { Listed, Removal, Session, SessionBrief, Study, StudyBrief } from '@deft/contract';
import { trouble } from './access-rules.ts';
import { newSession } from './clock-run.ts';
import { openDesk, type Desk } from './desk.ts';
import { drawnElsewhere, drawnThrough } from './drawn.ts';
import { control } from './hands.ts';
import { askDesk, benchAt, look, SIZES, watch } from './trace.ts';

/** A long practice: sessions and studies are found, named, removed, brought back, and go for good. */

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

/** A session that is over, its poses drawn. */
async function practised(page: Page, poses: number, set: string): Promise<Session> {
  const session = await newSession(page, desk, [newBlock(poses, 60)], { set });
  for (const [i, pose] of session.poses.entries()) {
    const top = 30 + 10 * i;
    const line = Array.from(
      { length: 30 },
      (_, t) => [40 + 2 * t, top + 4 * t + 12 * Math.sin(t / 4)] as const,
    );
    await drawnElsewhere(desk, pose.page, [line, line.map(([x, y]) => [x + 20, y] as const)]);
  }
  await page.request.put(`${desk.address}/api/sessions/${session.id}/clock`, {
    data: drawnThrough(session, 60_000, Date.now()),
  });
  return session;
}

for (const { name, viewport, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'sessions and studies are found, named where they stand, removed with an undo, and go for good',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const sets = await askDesk<{ id: string; title: string }[]>(page, desk, 'get', '/sets');
        const [figures, others] = sets as [{ id: string; title: string }, { id: string; title: string }];
        const one = await practised(page, 5, figures.id);
        const two = await practised(page, 2, others.id);
        await askDesk(page, desk, 'post', '/studies', { attempt: one.poses[0]!.attempt });
        const cards = page.getByTestId('session');
        const listed = async (): Promise<readonly SessionBrief[]> =>
          (await askDesk<Listed<SessionBrief>>(page, desk, 'get', '/sessions')).items;
        const before = await listed();

        // Their drawings are seen small, as the desk renders them.
        await page.goto(`${desk.address}/sessions`);
        await expect(cards).toHaveCount(2);
        const drawings = cards.filter({ hasText: '5 poses' }).locator('img');
        await expect(drawings).toHaveCount(4);
        await expect
          .poll(() => drawings.first().evaluate((image: HTMLImageElement) => image.naturalHeight))
          .toBe(320);
        await look(page, 'sessions');
        expect(await trouble(page)).toEqual([]);

        // Sought by words, then by set; what fits nothing says so.
        await page.getByTestId('search').fill(others.title.toLowerCase());
        await expect(page.getByTestId('total')).toHaveText('1 session');
        await page.getByTestId('search').fill('nobody drew this');
        await expect(page.getByText('Nothing fits.')).toBeVisible();
        await page.getByTestId('search').fill('');
        await control(page, 'Filter').click();
        await control(page.getByTestId('filter'), figures.title).click();
        await expect(page.getByTestId('total')).toHaveText('1 session');
        await look(page, 'sessions-filtered');
        expect(await trouble(page)).toEqual([]);
        await control(page.getByTestId('filter'), 'with a star').click();
        await expect(page.getByText('Nothing fits.')).toBeVisible();
        await control(page.getByTestId('filter'), 'with a star').click();
        const tomorrow = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10);
        await page.getByLabel('From').fill(tomorrow);
        await expect(page.getByText('Nothing fits.')).toBeVisible();
        await page.reload();
        await expect(page.getByText('Nothing fits.')).toBeVisible();

        // Named where it stands; found by its name.
        await page.goto(`${desk.address}/sessions`);
        await control(cards.first().locator('..'), `About: ${others.title}`).click();
        await page.getByTestId('name').fill('Long grey morning');
        await look(page, 'about-session');
        await control(page, 'Close').click();
        await expect(cards.first()).toContainText('Long grey morning');
        await page.getByTestId('search').fill('grey');
        await expect(cards).toHaveCount(1);
        await page.getByTestId('search').fill('');
        await expect(cards).toHaveCount(2);

        // Removed with an undo, from the card; then both at once.
        await control(page, 'About: Long grey morning').click();
        await page.getByTestId('remove').click();
        await expect(page.getByRole('alert')).toContainText('The session “Long grey morning” is removed.');
        await expect(cards).toHaveCount(1);
        await control(page.getByRole('alert'), 'Undo').click();
        await expect(cards).toHaveCount(2);
        expect(await listed()).toEqual(
          before.map((session) =>
            session.id === two.id ? { ...session, title: 'Long grey morning' } : session,
          ),
        );
        await control(page, 'Choose several').click();
        await control(page, 'All of them').click();
        await look(page, 'sessions-chosen');
        await page.getByTestId('remove-chosen').click();
        await expect(page.getByText('No session yet.')).toBeVisible();

        // What was removed stands apart: brought back, or gone for good.
        await control(page, 'Removed').click();
        await expect(page.getByTestId('removed')).toBeVisible();
        await look(page, 'removed');
        expect(await trouble(page)).toEqual([]);
        await control(page, `Bring back: ${figures.title}`).click();
        await expect(page.getByText(`The session “${figures.title}” is back.`)).toBeVisible();
        await control(page, 'Remove for good: Long grey morning').click();
        await control(page, 'Yes, for good').click();
        await expect(page.getByText('Nothing is removed.')).toBeVisible();
        expect(await askDesk<Removal[]>(page, desk, 'get', '/removed')).toEqual([]);
        expect((await listed()).map(({ id }) => id)).toEqual([one.id]);
        expect(
          (await page.request.get(`${desk.address}/api/pages/${two.poses[0]!.page}/operations`)).status(),
        ).toBe(404);

        // A drawing out of its session, and back.
        await page.goto(`${desk.address}/sessions/${one.id}`);
        await page.getByRole('button', { name: /^2\. .*: its replay and note$/ }).click();
        await page.getByTestId('remove').filter({ hasText: 'drawing' }).click();
        await expect(page.getByRole('heading', { name: /^4 poses/ })).toBeVisible();
        await control(page.getByRole('alert'), 'Undo').click();
        await expect(page.getByRole('heading', { name: /^5 poses/ })).toBeVisible();

        // A study named in itself; its attempts stand in one place.
        const { items } = await askDesk<Listed<StudyBrief>>(page, desk, 'get', '/studies');
        await page.request.patch(`${desk.address}/api/studies/${items[0]!.id}`, { data: { pass: 'build' } });
        await page.goto(`${desk.address}/studies/${items[0]!.id}`);
        await expect(page.getByTestId('save-state')).toHaveText('saved');
        if (hasTouch) {
          await page.getByRole('button', { name: /^Looks/ }).click();
          await control(page, 'About this study').click();
        } else await page.getByTestId('about-study').click();
        await page.getByTestId('name').fill('The waving arm');
        await look(page, 'about-study');
        await control(page.getByRole('dialog'), 'Close').click();
        await page.getByTestId('attempts').click();
        await expect(page.getByTestId('attempt')).toHaveCount(2);
        await control(page, 'Remove attempt 1').click();
        await expect(page.getByTestId('attempt')).toHaveCount(1);
        await control(page.getByRole('alert'), 'Undo').click();
        await expect(page.getByTestId('attempt')).toHaveCount(2);
        // The one that is shown, a copy: another copy takes its place.
        await control(page, 'Remove attempt 2').click();
        await expect(page.getByRole('alert')).toContainText('is removed.');
        await expect(
          page.getByText('An untimed copy of a pose of 1 min; that stays as it was.'),
        ).toBeVisible();
        await control(page.getByRole('alert'), 'Undo').click();
        const attempts = async (): Promise<number> =>
          (await askDesk<Study>(page, desk, 'get', `/studies/${items[0]!.id}`)).attempts.length;
        await expect.poll(attempts).toBe(3);
        await page.goto(`${desk.address}/studies?q=waving`);
        await expect(page.getByTestId('study')).toHaveCount(1);
        await expect(page.getByTestId('study')).toContainText('The waving arm');
        await look(page, 'studies');
        await page.goto(desk.address);
        await expect(page.getByTestId('go-on-with')).toContainText('The waving arm');
        await look(page, 'desk');
        expect(await trouble(page)).toEqual([]);
        for (const [kind, id] of [
          ['session', one.id],
          ['study', items[0]!.id],
        ] as const) {
          const removals = await askDesk<string[]>(page, desk, 'post', '/removed', { kind, ids: [id] });
          await page.request.delete(`${desk.address}/api/removed`, { data: { removals } });
        }
        expect(strange).toEqual([]);
      },
    );
  });
