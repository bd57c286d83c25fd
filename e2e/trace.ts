import { expect, type Locator, type Page } from '@playwright/test';
import { thinned } from '@deft/core/geometry';
import {
  reducePage,
  thingsOfType,
  type Answer,
  type Operation,
  type Thing,
  type ThingOf,
} from '@deft/core/page';
import type { Reference, Study } from '@deft/contract';
import type { Desk } from './desk.ts';
import { control, Fingers, pageOnScreen, type At, type Pointer } from './hands.ts';

/** A phone drawn on by pen and finger, and a wide screen by mouse. */
export const SIZES = [
  { name: 'phone', viewport: { width: 390, height: 844 }, pointer: 'pen' as Pointer, hasTouch: true },
  { name: 'wide', viewport: { width: 1280, height: 800 }, pointer: 'mouse' as Pointer, hasTouch: false },
] as const;

/**
 * Marks a long journey as one of the bench's at one size: `npm test` goes it at the other, the bench's part
 * "journeys" at this one too.
 */
export const benchAt = (bench: 'phone' | 'wide', size: string): { tag: string[] } => ({
  tag: size === bench ? ['@bench'] : [],
});

/** A line with as few points, page millimetres, as a pen needs that goes straight from one to the next. */
export const penLine = (line: readonly At[]): At[] => thinned(line, 0.3);

/** The operations of a page as the desk has stored them. */
export async function stored(desk: Desk, pageId: string): Promise<Operation[]> {
  const { operations } = (await (
    await fetch(`${desk.address}/api/pages/${pageId}/operations?after=0`)
  ).json()) as Answer;
  return operations.map(({ operation }) => operation);
}

/** What lies on a page by what the desk has stored. */
export async function lying<T extends Thing['type']>(
  desk: Desk,
  pageId: string,
  type: T,
): Promise<ThingOf<T>[]> {
  return thingsOfType(reducePage(await stored(desk, pageId)), type);
}

export async function takeHand(page: Page, hand: string): Promise<void> {
  await page.getByTestId('hand').click();
  await control(page.getByRole('radiogroup', { name: 'Hands' }), hand, false).click();
}

/** Goes to another pass of the study that is open. */
export async function toPass(page: Page, pass: string): Promise<void> {
  const passes = page.getByTestId('passes');
  const options = page.getByRole('radiogroup', { name: 'Passes' });
  await passes.or(options).first().waitFor();
  if (await passes.isVisible()) await passes.click();
  await control(options, pass).click();
}

/** Asks the desk through the page's own browser, and answers what it answered. */
export async function askDesk<T>(
  page: Page,
  desk: Desk,
  method: 'get' | 'post',
  path: string,
  data?: unknown,
): Promise<T> {
  // A kept connection that has been idle may be closed by the desk just then: it is asked once more.
  const answer = await page.request[method](`${desk.address}/api${path}`, { data, maxRetries: 1 });
  expect(answer.ok()).toBe(true);
  return (await answer.json()) as T;
}

/** A study of a picture of the demo with an empty attempt, open at Build with the pen in hand. */
export async function beginAttempt(
  page: Page,
  desk: Desk,
  title: string,
): Promise<{ reference: Reference; study: Study }> {
  const path = `/references?q=${encodeURIComponent(title)}`;
  const { items } = await askDesk<{ items: { id: string; title: string }[] }>(page, desk, 'get', path);
  const found = items.find((item) => item.title === title)!;
  const reference = await askDesk<Reference>(page, desk, 'get', `/references/${found.id}`);
  const { id } = await askDesk<Study>(page, desk, 'post', '/studies', { reference: reference.id });
  const study = await askDesk<Study>(page, desk, 'post', `/studies/${id}/attempts`, {});
  await page.request.patch(`${desk.address}/api/studies/${id}`, { data: { pass: 'build' } });
  await page.goto(`${desk.address}/studies/${id}`);
  await takeHand(page, 'Draw');
  await saved(page);
  return { reference, study };
}

/** Keeps a picture of the screen to be looked at, where DEFT_LOOK names a folder for such. */
export async function look(page: Page, name: string): Promise<void> {
  const { env } = process;
  const folder = env['DEFT_LOOK'];
  const size = (page.viewportSize()?.width ?? 0) < 600 ? 'phone' : 'wide';
  if (folder) await page.screenshot({ path: `${folder}/${name}-${size}.png` });
}

/** A kind that a check can be read for, whatever it has to say. */
export const kindOf = (page: Page, name: string): Locator =>
  page.getByRole('radio', { name: new RegExp(`^${name}(, \\d+ to look at)?$`) });

export const saved = (page: Page): Promise<void> =>
  expect(page.getByTestId('save-state')).toHaveText('saved');

/** Eight pictures of the demo, of every set. */
export const TITLES = [
  'Man waving',
  'Woman waiting',
  'Porter sweeping',
  'Late for the train',
  'Tin trunk',
  'Platform lamp',
  'Halt at the upper bridge',
  'Goat on the line',
] as const;

/** Finds a reference by its title on the wall and opens it. */
export async function openReference(page: Page, desk: Desk, title: string): Promise<void> {
  await page.goto(`${desk.address}/references?q=${encodeURIComponent(title)}`);
  await page.getByTestId('reference').and(page.getByLabel(title)).first().click();
}

/** Opens the nth of them as a study, to be traced. @returns the trace's page */
export async function openTrace(page: Page, desk: Desk, nth: number): Promise<string> {
  await openReference(page, desk, TITLES[nth] ?? '');
  await page.getByTestId('study-this').click();
  await takeHand(page, 'Draw');
  await saved(page);
  const id = page.url().split('/').at(-1);
  const study = (await (await page.request.get(`${desk.address}/api/studies/${id}`)).json()) as Study;
  return study.traces[0]!.page;
}

/**
 * Draws on the page in its own millimetres, as it lies when it is fitted; asked anew each time, since the
 * tray may have grown.
 */
export async function drawing(page: Page, size?: { x?: number; y?: number; width: number; height: number }) {
  const surface = page.getByTestId('page');
  const fingers = await Fingers.of(page);
  const onScreen = async (): Promise<(x: number, y: number) => At> => {
    await expect(surface).toHaveAttribute('aria-busy', 'false');
    return pageOnScreen(surface, size);
  };
  return {
    fingers,
    onScreen,
    stroke: async (points: readonly At[], pointer: Pointer): Promise<void> => {
      const on = await onScreen();
      await fingers.stroke(
        points.map((p) => on(p.x, p.y)),
        pointer,
        2,
      );
    },
    tap: async (x: number, y: number, pointer: Pointer): Promise<void> =>
      fingers.tap((await onScreen())(x, y), pointer),
  };
}

/**
 * Writes down requests that leave the desk, broken rules of the content policy, and errors nobody handled.
 */
export function watch(page: Page, address: string): string[] {
  const strange: string[] = [];
  page.on('request', (request) => {
    if (!request.url().startsWith(address) && !/^(data|blob):/.test(request.url()))
      strange.push(`left the desk: ${request.url()}`);
  });
  page.on('pageerror', (error) => strange.push(`error: ${error.message}`));
  page.on('console', (message) => {
    if (message.type() === 'error' && !/Failed to load resource|ERR_CONNECTION/.test(message.text()))
      strange.push(`console: ${message.text()}`);
  });
  return strange;
}

/** Where a place of a picture lies on the screen: shares of its width and height. */
export async function onStage(
  page: Page,
  reference: { width: number; height: number },
  x: number,
  y: number,
): Promise<At> {
  const box = (await page.getByTestId('stage').boundingBox())!;
  const by = Math.min(box.width / reference.width, box.height / reference.height);
  return {
    x: box.x + (box.width - by * reference.width) / 2 + x * by * reference.width,
    y: box.y + (box.height - by * reference.height) / 2 + y * by * reference.height,
  };
}
