import { expect, type Page } from '@playwright/test';
import { reducePage, thingsOfType, type Id, type Thing } from '@deft/core/page';
import { seeded } from '@deft/core/random';
import { openDesk, type Desk } from './desk.ts';
import { control, Fingers, pageOnScreen, type At } from './hands.ts';
import { painted } from './painted.ts';
import { openTrace, saved, stored, takeHand } from './trace.ts';

/** How many gestures, kills of the server and cuts of the network one soak has. */
export interface SoakOptions {
  readonly seed: number;
  readonly gestures: number;
  readonly kills: number;
}

/**
 * What the hand has done that the page must show at the end: counted apart from anything the studio keeps.
 */
interface Meant {
  strokes: number;
  forms: number;
  notes: number;
  /** Undone gestures, newest last: what comes back on redo. */
  done: ('strokes' | 'forms' | 'notes' | 'sheet' | 'move')[];
  undone: Meant['done'];
}

const count = async (desk: Desk, page: string): Promise<Record<'strokes' | 'forms' | 'notes', number>> => {
  const things = reducePage(await stored(desk, page));
  return {
    strokes: thingsOfType(things, 'stroke').length,
    forms: thingsOfType(things, 'form').length,
    notes: thingsOfType(things, 'note').length,
  };
};

/**
 * Random gestures by seed through the browser, with the server killed by SIGKILL, the network cut
 * and a second tab at work. At the end the page holds just what was done, each once, as often as it
 * is looked at: on the desk, in the first tab, in the second, and after opening it again.
 */
export async function soak(page: Page, { seed, gestures, kills }: SoakOptions): Promise<void> {
  const { desk, close } = await openDesk();
  try {
    const random = seeded(seed);
    const context = page.context();
    const pageId: Id = await openTrace(page, desk, seed % 8);
    const other = await context.newPage();
    await other.goto(page.url());
    await saved(other);
    await takeHand(other, 'Draw');
    const tabs = await Promise.all(
      [page, other].map(async (tab) => ({
        tab,
        fingers: await Fingers.of(tab),
        hand: 'Draw',
        form: null as At | null,
      })),
    );
    const meant: Meant = { strokes: 0, forms: 0, notes: 0, done: [], undone: [] };
    const killAt = new Set(
      Array.from({ length: kills }, (_, i) => Math.floor(((i + 0.4 + 0.4 * random()) * gestures) / kills)),
    );
    const cutAt = Math.floor(gestures * (0.1 + 0.2 * random()));
    let rising: Promise<void> | null = null;

    const did = (what: Meant['done'][number]): void => {
      meant.done.push(what);
      meant.undone = [];
      if (what === 'strokes' || what === 'forms' || what === 'notes') meant[what] += 1;
    };
    for (let i = 0; i < gestures; i += 1) {
      if (killAt.has(i)) {
        await desk.end('SIGKILL');
        rising = new Promise<void>((done) => setTimeout(done, 300 + 900 * random())).then(() => desk.open());
      }
      if (i === cutAt) await context.setOffline(true);
      if (i === cutAt + 12) await context.setOffline(false);
      // The second tab works while the first is quiet; it is brought up to date before it is used, as a
      // student would see it.
      const now = tabs[i % 25 > 19 && !rising && (i < cutAt || i > cutAt + 12) ? 1 : 0]!;
      await now.tab.bringToFront();
      const at = (): At => ({ x: 12 + random() * 110, y: 12 + random() * 150 });
      const take = async (hand: string): Promise<void> => {
        if (now.hand !== hand) await takeHand(now.tab, hand);
        now.hand = hand;
      };
      const stroke = async (points: readonly At[]): Promise<void> => {
        const on = await pageOnScreen(now.tab.getByTestId('page'));
        await now.fingers.stroke(
          points.map((p) => on(p.x, p.y)),
          'mouse',
          1,
        );
      };
      const from = { ...at() };
      const what = random();
      if (what < 0.12 && meant.done.length > 0) {
        await now.tab.getByTestId('undo').click();
        const last = meant.done.pop()!;
        meant.undone.push(last);
        if (last === 'strokes' || last === 'forms' || last === 'notes') meant[last] -= 1;
      } else if (what < 0.18 && meant.undone.length > 0) {
        await now.tab.getByTestId('redo').click();
        const back = meant.undone.pop()!;
        meant.done.push(back);
        if (back === 'strokes' || back === 'forms' || back === 'notes') meant[back] += 1;
      } else if (what < 0.28) {
        await take('Forms');
        // The form drawn last is still picked: a gesture that begins on it would move it instead of making
        // another.
        if (now.form && Math.hypot(from.x - now.form.x, from.y - now.form.y) < 36)
          Object.assign(from, { x: 12 + ((from.x + 43) % 110), y: 12 + ((from.y + 70) % 150) });
        now.form = from;
        await stroke([from, { x: from.x + 6, y: from.y + 8 }, { x: from.x + 14, y: from.y + 18 }]);
        did('forms');
      } else if (what < 0.34) {
        await take('Words');
        await control(now.tab, 'arrow').click();
        await stroke([from, { x: from.x + 8, y: from.y + 3 }, { x: from.x + 16, y: from.y + 5 }]);
        did('notes');
      } else if (what < 0.4) {
        await now.tab.getByTestId('sheets').click();
        const multiply = control(now.tab, 'Multiply', false);
        await multiply.click();
        await now.tab.getByTestId('sheets').click();
        did('sheet');
      } else {
        await take('Draw');
        await stroke(
          Array.from({ length: 8 }, (_, k) => ({ x: from.x + 2 * k, y: from.y + 3 * Math.sin(k + i) })),
        );
        did('strokes');
      }
      if (rising && random() < 0.1) {
        await rising;
        rising = null;
      }
      // Before the other tab is used, the desk and it have caught up.
      if (i % 25 === 19 || i % 25 === 24) {
        if (rising) await rising;
        rising = null;
        await context.setOffline(false);
        for (const { tab } of tabs)
          await expect(tab.getByTestId('save-state')).toHaveText('saved', { timeout: 30_000 });
        await expect
          .poll(() => count(desk, pageId), { message: `seed ${seed}, gesture ${i}` })
          .toEqual({ strokes: meant.strokes, forms: meant.forms, notes: meant.notes });
      }
    }
    if (rising) await rising;
    await context.setOffline(false);
    for (const { tab } of tabs)
      await expect(tab.getByTestId('save-state')).toHaveText('saved', { timeout: 30_000 });
    const wanted = { strokes: meant.strokes, forms: meant.forms, notes: meant.notes };
    await expect.poll(() => count(desk, pageId)).toEqual(wanted);
    const operations = await stored(desk, pageId);
    expect(new Set(operations.map(({ id }) => id)).size).toBe(operations.length);
    const added = operations
      .flatMap(({ body }) => ('add' in body ? (body.add ?? []) : []))
      .filter((thing: Thing) => thing.type !== 'sheet')
      .map(({ id }) => id);
    expect(new Set(added).size).toBe(added.length);
    // What is seen: both tabs, and the page opened again.
    for (const { tab } of tabs) {
      await tab.bringToFront();
      await takeHand(tab, 'Draw');
      await expect(tab.getByTestId('page')).toHaveAttribute('aria-busy', 'false');
    }
    await other.reload();
    await takeHand(other, 'Draw');
    await saved(other);
    await expect(other.getByTestId('page')).toHaveAttribute('aria-busy', 'false');
    // Pictures come after the page: what is seen is complete once it stays the same.
    let fresh = await painted(other);
    await expect
      .poll(async () => {
        const before = fresh;
        fresh = await painted(other);
        return fresh.length > 0 && fresh.join() === before.join();
      })
      .toBe(true);
    await page.bringToFront();
    await expect
      .poll(
        async () => {
          const own = await painted(page);
          return (
            own.length === fresh.length &&
            own.every((sum, k) => Math.abs(sum - fresh[k]!) <= 0.02 * fresh[k]! + 20)
          );
        },
        { message: `seed ${seed}: what is seen is what the desk holds` },
      )
      .toBe(true);
    await other.close();
  } finally {
    await close();
  }
}
