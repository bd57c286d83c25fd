import { useEffect, useReducer, useState, useSyncExternalStore } from 'react';
import type { Id, ThingType } from '@deft/core';
import { Journal } from './journal';
import { PageKeeper, sendToDesk, type SaveState } from './page-keeper';

let journal: Promise<Journal> | null = null;
const openJournal = (): Promise<Journal> => (journal ??= Journal.open());

/** Sends what earlier visits left unconfirmed, page by page. */
export async function sendLeftovers(): Promise<void> {
  const book = await openJournal();
  for (const page of await book.waiting()) {
    const keeper = new PageKeeper(page, book, sendToDesk);
    await keeper.open();
    keeper.close();
  }
}

/** Opens a page for as long as the caller is shown. Null until its journal is read. */
export function usePage(page: Id | null): PageKeeper | null {
  const [keeper, setKeeper] = useState<PageKeeper | null>(null);
  useEffect(() => {
    if (!page) return undefined;
    let open: PageKeeper | null = null;
    let gone = false;
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
      open?.close();
      setKeeper(null);
    };
  }, [page]);
  return keeper;
}

export function useSaveState(keeper: PageKeeper): SaveState {
  return useSyncExternalStore((listener) => keeper.onState(listener), () => keeper.state);
}

/** Renders again when things of the given kinds change; never for a stroke alone unless asked. */
export function useThings(keeper: PageKeeper | null, types: readonly ThingType[]): PageKeeper['things'] {
  const [, again] = useReducer((n: number) => n + 1, 0);
  const key = types.join();
  useEffect(() => {
    if (!keeper) return undefined;
    const wanted = new Set(key.split(','));
    const known = new Map<Id, string>([...keeper.things].map(([id, thing]) => [id, thing.type]));
    return keeper.onChange((changed) => {
      let matters = changed.size === 0;
      for (const id of changed) {
        const type = keeper.things.get(id)?.type ?? known.get(id);
        if (type) known.set(id, type);
        if (type && wanted.has(type)) matters = true;
      }
      if (matters) again();
    });
  }, [keeper, key]);
  return keeper?.things ?? new Map();
}
