import { inParts, type Removable } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { sentenceOf } from '../data/refusals';
import { useRemoveMutation, useRestoreMutation } from '../data/removed-api';
import { useSay } from '../ui/notes';
import { NOT_ALL_REMOVED, NOT_BROUGHT_BACK, NOT_REMOVED, removedWords } from './words';

/** Removes sessions, studies or drawings, says so, and brings them back on *undo*. */
export function useRemoving(): (kind: Removable, ids: readonly Id[], title: string) => Promise<boolean> {
  const say = useSay();
  const [remove] = useRemoveMutation();
  const [restore] = useRestoreMutation();
  return async (kind, ids, title) => {
    const removals: Id[] = [];
    let refused: unknown = null;
    for (const part of inParts(ids)) {
      const made = await remove({ kind, ids: part });
      if (made.error) {
        refused = made.error;
        break;
      }
      removals.push(...made.data);
    }
    const undo = async (): Promise<void> => {
      for (const part of inParts(removals)) {
        const back = await restore(part);
        if (back.error) return say({ text: `${NOT_BROUGHT_BACK} ${sentenceOf(back.error)}` });
      }
    };
    if (refused && removals.length === 0) say({ text: `${NOT_REMOVED} ${sentenceOf(refused)}` });
    else if (refused) say({ text: `${NOT_ALL_REMOVED} ${sentenceOf(refused)}`, undo: () => void undo() });
    else say({ text: removedWords(kind, ids.length, title), undo: () => void undo() });
    return refused === null;
  };
}
