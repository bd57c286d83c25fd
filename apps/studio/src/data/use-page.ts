import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import type { Id, ThingType } from '@deft/core/page';
import { Journal } from './journal';
import { untilItSucceeds } from './retry';
import { PageKeeper, sendToDesk, type SaveState } from './page-keeper';

let journal: Promise<Journal> | null = null;
const openJournal = (): Promise<Journal> => (journal ??= Journal.open());

/** Pages that are shown just now: they send for themselves. */
const shown = new Map<Id, number>();

/** Sends what was left unconfirmed, page by page; what is shown sees to itself. */
export async function sendLeftovers(): Promise<void> {
  const book = await openJournal();
  for (const page of (await book.waiting()).filter((id) => !shown.has(id))) {
    const keeper = new PageKeeper(page, book, sendToDesk);
    await keeper.open();
    keeper.close();
  }
}

let sendingOn: Promise<void> | null = null;

/**
 * Goes on sending what pages left behind when they were closed while the desk was away, until the desk has it
 * all.
 */
export function sendOn(): Promise<void> {
  sendingOn ??= untilItSucceeds(async () => {
    const book = await openJournal();
    await sendLeftovers();
    if ((await book.waiting()).some((id) => !shown.has(id))) throw new Error('Something is left.');
  }).finally(() => {
    sendingOn = null;
  });
  return sendingOn;
}

/** Opens a page for as long as the caller is shown. Null until its journal is read. */
export function usePage(page: Id | null): PageKeeper | null {
  const [keeper, setKeeper] = useState<PageKeeper | null>(null);
  useEffect(() => {
    if (!page) return undefined;
    let open: PageKeeper | null = null;
    let gone = false;
    shown.set(page, (shown.get(page) ?? 0) + 1);
    void openJournal().then((book) => {
      if (gone) return;
      open = new PageKeeper(page, book);
      setKeeper(open);
      void open.open();
    });
    const again = (): void => void open?.sync();
    window.addEventListener('online', again);
    document.addEventListener('visibilitychange', again);
    return () => {
      gone = true;
      window.removeEventListener('online', again);
      document.removeEventListener('visibilitychange', again);
      const left = (shown.get(page) ?? 1) - 1;
      if (left > 0) shown.set(page, left);
      else shown.delete(page);
      const unsent = open?.state !== undefined && open.state !== 'saved';
      open?.close();
      setKeeper(null);
      if (unsent) void sendOn();
    };
  }, [page]);
  return keeper;
}

export function useSaveState(keeper: PageKeeper): SaveState {
  return useSyncExternalStore(
    (listener) => keeper.onState(listener),
    () => keeper.state,
  );
}

/**
 * Renders again when things of the given kinds change, also between being rendered and listening; never for a
 * stroke alone unless asked.
 */
export function useThings(keeper: PageKeeper | null, types: readonly ThingType[]): PageKeeper['things'] {
  const listen = useCallback(
    (listener: () => void) => keeper?.onChange(listener) ?? (() => undefined),
    [keeper],
  );
  useSyncExternalStore(listen, () => keeper?.changesOf(types) ?? 0);
  return keeper?.things ?? NO_THINGS;
}

const NO_THINGS: PageKeeper['things'] = new Map();
