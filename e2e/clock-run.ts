import type { Page } from '@playwright/test';
import type { Session } from '@deft/contract';
import { newBlock } from '@deft/core/session';
import type { Desk } from './desk.ts';

export interface Ran {
  readonly session: Session;
  /** Which pose was on show in each frame that showed another than the one before, and when, milliseconds. */
  readonly changes: readonly { readonly pose: number; readonly at: number }[];
  /** How far each change was behind its bell, as the change before it has it, milliseconds. */
  readonly late: readonly number[];
  /** How far each change but the first was behind where the first one puts it, milliseconds. */
  readonly behind: readonly number[];
}

interface Watched extends Window {
  changes: { pose: number; at: number }[];
}

export const newSession = async (
  page: Page,
  desk: Desk,
  blocks: readonly ReturnType<typeof newBlock>[],
  more: object = {},
): Promise<Session> => {
  const sets = (await (await page.request.get(`${desk.address}/api/sets`)).json()) as { id: string }[];
  const made = await page.request.post(`${desk.address}/api/sessions`, {
    data: { set: sets[0]!.id, plan: { title: 'By test', blocks }, choice: 'in order', ...more },
  });
  return (await made.json()) as Session;
};

/** Writes down, frame by frame, which pose's picture is to be seen. */
export const watchPictures = async (page: Page): Promise<void> => {
  await page.addInitScript(() => {
    const watched = window as unknown as Watched;
    watched.changes = [];
    const look = (at: number): void => {
      for (const element of document.querySelectorAll<HTMLElement>(
        '[data-testid="pictures"] > [data-pose]',
      )) {
        if (element.style.visibility !== 'visible') continue;
        const pose = Number(element.dataset['pose']);
        if (watched.changes.at(-1)?.pose !== pose) watched.changes.push({ pose, at });
      }
      requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
};

/**
 * Runs a session of equal poses to its end and tells when each picture came. Frames are counted from the
 * first picture on.
 */
export async function runThrough(
  page: Page,
  desk: Desk,
  session: Session,
  seconds: number,
  meanwhile: () => Promise<void> = () => Promise.resolve(),
): Promise<Ran> {
  await page.goto(`${desk.address}/sessions/${session.id}`);
  await page.getByTestId('hold').waitFor();
  await meanwhile();
  await page.getByTestId('lesson').waitFor({ timeout: session.poses.length * seconds * 1000 + 60_000 });
  const changes = await page.evaluate(() => (window as unknown as Watched).changes);
  const over = (await (
    await page.request.get(`${desk.address}/api/sessions/${session.id}`)
  ).json()) as Session;
  const first = changes.find(({ pose }) => pose === 0)?.at ?? 0;
  // The first picture may have stood before the clock began, so that each is set against the one before.
  const late = changes.slice(1).map(({ at }, i) => at - (changes[i]?.at ?? first) - seconds * 1000);
  const [, second] = changes;
  const behind = changes.slice(1).map(({ pose, at }) => at - (second!.at + (pose - 1) * seconds * 1000));
  return { session: over, changes, late, behind };
}
