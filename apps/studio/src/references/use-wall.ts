import { useRouter } from 'expo-router';
import { useState } from 'react';
import { MOST_ON_BOARD, type ReferenceSet } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { useMakeBoardMutation } from '../data/boards-api';
import { sentenceOf } from '../data/refusals';
import { useSetsQuery } from '../data/sets-api';
import { useSay } from '../ui/notes';
import { useLazyReferenceIdsQuery } from './api';
import { useWallQuery } from './use-query';
import { FILTERS } from './words';
import { isOn } from './wall-acts';

/** What is done with the wall just now: looked at, several chosen, or put in order. */
export type WallMode = { kind: 'look' } | { kind: 'choose'; chosen: ReadonlySet<Id> } | { kind: 'order' };

/** The wall's set, filters and mode, and what leads on from it. */
export function useWall() {
  const router = useRouter();
  const say = useSay();
  const { query, change } = useWallQuery();
  const { data: sets = [] } = useSetsQuery();
  const [listIds] = useLazyReferenceIdsQuery();
  const [makeBoard] = useMakeBoardMutation();
  const [mode, setMode] = useState<WallMode>({ kind: 'look' });
  const set: ReferenceSet | null = sets.find(({ id }) => id === query.set) ?? null;
  const filtered = FILTERS.some(({ on }) => isOn(query, on)) || (query.q ?? '') !== '';
  const chosen = mode.kind === 'choose' ? mode.chosen : null;
  return {
    query,
    change,
    sets,
    set,
    filtered,
    inOwnOrder: set !== null && !filtered && query.sort === undefined,
    mode,
    setMode,
    toSet: (id: Id | undefined): void => {
      setMode({ kind: 'look' });
      change({ set: id });
    },
    chooseAll: async (): Promise<void> => {
      const answer = await listIds(query);
      if (answer.data) setMode({ kind: 'choose', chosen: new Set(answer.data) });
      else say({ text: sentenceOf(answer.error) });
    },
    touch: (id: Id): void => {
      if (!chosen) return router.push({ pathname: '/references/[id]', params: { id } });
      const next = new Set(chosen);
      if (!next.delete(id)) next.add(id);
      setMode({ kind: 'choose', chosen: next });
    },
    toBoard: async (references: readonly Id[]): Promise<void> => {
      const most = references.slice(0, MOST_ON_BOARD);
      const made = await makeBoard({ title: set ? set.title : 'Board', references: most });
      if (!made.data) return say({ text: `No board was made. ${sentenceOf(made.error)}` });
      if (references.length > most.length)
        say({
          text: `A board takes ${MOST_ON_BOARD} pictures at once; the first ${MOST_ON_BOARD} are on it.`,
        });
      router.push({ pathname: '/boards/[id]', params: { id: made.data.id } });
    },
  };
}
