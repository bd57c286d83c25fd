import { expect, test, type Page } from '@playwright/test';
import type { ReferenceSet, Session, Study } from '@deft/contract';
import { newBlock, newClock } from '@deft/core/session';
import { trouble } from './access-rules.ts';
import { openDesk, type Desk } from './desk.ts';
import { arc } from './hands.ts';
import { beginAttempt, benchAt, drawing, saved, SIZES } from './trace.ts';

const { env } = process;
let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(() => close());

/** Asks the desk for something to be made, and answers what it made. */
async function made<T>(page: Page, path: string, data: object): Promise<T> {
  const answer = await page.request.post(`${desk.address}/api${path}`, { data });
  expect(answer.ok(), await answer.text()).toBe(true);
  return (await answer.json()) as T;
}

interface Place {
  readonly name: string;
  readonly path: string;
  /** Something that is there once the screen is complete; null for its heading. */
  readonly there: string | null;
  /** A control that opens what is looked at. */
  readonly open?: string;
}

/** Every screen, with the panels that are opened from it. */
async function placesOf(page: Page): Promise<Place[]> {
  const sets = (await (await page.request.get(`${desk.address}/api/sets`)).json()) as ReferenceSet[];
  const [set] = sets;
  const reference = set!.first[0]!;
  const study = await made<Study>(page, '/studies', { reference: reference.id });
  await made(page, `/studies/${study.id}/traces`, {});
  const board = await made<{ id: string }>(page, '/boards', {
    title: 'Waiting',
    references: set!.first.map(({ id }) => id),
  });
  const plan = (ground: 'on screen' | 'on paper') => ({
    set: set!.id,
    choice: 'in order',
    plan: { title: 'Two', blocks: [newBlock(2, 60, { ground })] },
  });
  const running = await made<Session>(page, '/sessions', plan('on screen'));
  const over = await made<Session>(page, '/sessions', plan('on screen'));
  const told = await page.request.put(`${desk.address}/api/sessions/${over.id}/clock`, {
    data: {
      clock: { ...newClock(over.poses.map(({ step }) => step.stretches)), phase: 'done' },
      over: true,
      poses: over.poses.map(({ id }) => ({
        id,
        drawnMs: 60_000,
        heldMs: 0,
        addedMs: 0,
        end: 'run out' as const,
        closedAt: null,
      })),
    },
  });
  expect(told.ok(), await told.text()).toBe(true);
  const paper = await made<Session>(page, '/sessions', plan('on paper'));
  const inCheck = async ({ id }: Study): Promise<void> => {
    const sent = await page.request.patch(`${desk.address}/api/studies/${id}`, { data: { pass: 'check' } });
    expect(sent.ok(), await sent.text()).toBe(true);
  };
  // Hardly drawn, so that the landmarks are asked for; and not drawn at all.
  const { study: checked } = await beginAttempt(page, desk, 'Tin trunk');
  await (await drawing(page)).stroke(arc(74, 100, 4, 4), 'mouse');
  await saved(page);
  await inCheck(checked);
  const empty = await made<Study>(page, '/studies', { reference: set!.first[1]!.id });
  await made(page, `/studies/${empty.id}/attempts`, {});
  await inCheck(empty);
  const at = `/references/${reference.id}`;
  const studied = `/studies/${study.id}`;
  return [
    { name: 'desk', path: '/', there: 'start' },
    { name: 'wall', path: '/references', there: 'reference' },
    { name: 'bringing in', path: '/references', there: 'reference', open: 'bring' },
    { name: 'look-alikes', path: '/references/alike', there: null },
    { name: 'picture service', path: '/references/service', there: 'service-search' },
    { name: 'reference', path: at, there: 'study-this' },
    { name: 'boards', path: '/boards', there: 'board' },
    { name: 'board', path: `/boards/${board.id}`, there: 'add-pictures' },
    {
      name: 'pictures for a board',
      path: `/boards/${board.id}`,
      there: 'add-pictures',
      open: 'add-pictures',
    },
    { name: 'new session', path: '/sessions/new', there: 'plan' },
    { name: 'sessions', path: '/sessions', there: 'session' },
    { name: 'running pose', path: `/sessions/${running.id}`, there: 'hold' },
    // Left while it ran, and come back to.
    { name: 'held pose', path: `/sessions/${running.id}`, there: 'held' },
    { name: 'contact sheet', path: `/sessions/${over.id}`, there: 'replay-pose' },
    { name: 'pose', path: `/sessions/${over.id}`, there: 'replay-pose', open: 'replay-pose' },
    { name: 'paper', path: `/sessions/paper?session=${paper.id}`, there: 'simulated' },
    { name: 'studies', path: '/studies', there: 'study' },
    { name: 'study', path: studied, there: 'hand' },
    { name: 'hands', path: studied, there: 'hand', open: 'hand' },
    { name: 'looks', path: studied, there: 'looks', open: 'looks' },
    { name: 'sheets', path: studied, there: 'sheets', open: 'sheets' },
    { name: 'quick run', path: `/studies/${checked.id}`, there: 'asks' },
    { name: 'check', path: `/studies/${checked.id}`, there: 'skip-run', open: 'skip-run' },
    { name: 'check of nothing', path: `/studies/${empty.id}`, there: 'draw-it' },
    { name: 'door', path: '/door', there: 'open-door' },
  ];
}

/** By day and by night: without the bench one of them a size, in the bench and for looking both. */
const TIMES = { phone: ['light'], wide: ['dark'] } as const;
const all = env['DEFT_ACCESS'] === 'all' || Boolean(env['DEFT_LOOK']);
const timesOf = (size: keyof typeof TIMES) => (all ? (['light', 'dark'] as const) : TIMES[size]);

for (const { name: size, viewport, hasTouch } of SIZES)
  test.describe(size, () => {
    test.use({ viewport, hasTouch });

    const title = `every screen keeps the rules for access: ${timesOf(size).join(' and ')}`;
    test(title, benchAt('wide', size), async ({ page }) => {
      test.setTimeout(240_000);
      const shots = env['DEFT_LOOK'];
      const found: string[] = [];
      let opened: Place | null = null;
      for (const place of await placesOf(page)) {
        const { name, path, there, open } = place;
        // A panel of the screen that is open already is opened on it.
        if (opened?.path === path && open) await page.keyboard.press('Escape');
        else await page.goto(`${desk.address}${path}`);
        opened = place;
        const sign = there ? page.getByTestId(there).first() : page.getByRole('heading', { level: 1 });
        await sign.waitFor();
        if (open) await page.getByTestId(open).first().click();
        for (const colorScheme of timesOf(size)) {
          await page.emulateMedia({ colorScheme });
          found.push(...(await trouble(page)).map((line) => `${name}, ${colorScheme}: ${line}`));
          const file = `${name.replaceAll(' ', '-')}-${size}-${colorScheme}.png`;
          if (shots) await page.screenshot({ path: `${shots}/${file}` });
        }
        await page.emulateMedia({ colorScheme: 'light' });
      }
      expect(found).toEqual([]);
    });
  });
