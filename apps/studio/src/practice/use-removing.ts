import type { Removable } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { sentenceOf } from '../data/refusals';
import { useRemoveMutation, useRestoreMutation } from '../data/removed-api';
import { useSay } from '../ui/notes';
import { NOT_BROUGHT_BACK, NOT_REMOVED, removedWords } from './words';

/** Removes sessions, studies or drawings, says so, and brings them back on *undo*. */
export function useRemoving(): (kind: Removable, ids: readonly Id[], title: string) => Promise<boolean> {
  const say = useSay();
  const [remove] = useRemoveMutation();
  const [restore] = useRestoreMutation();
  return async (kind, ids, title) => {
    const made = await remove({ kind, ids });
    if (made.error) {
      say({ text: `${NOT_REMOVED} ${sentenceOf(made.error)}` });
      return false;
    }
    const undo = async (): Promise<void> => {
      const back = await restore(made.data);
      if (back.error) say({ text: `${NOT_BROUGHT_BACK} ${sentenceOf(back.error)}` });
    };
    say({ text: removedWords(kind, ids.length, title), undo: () => void undo() });
    return true;
  };
}
