import { useRouter } from 'expo-router';
import { useMakeDrawingMutation } from '../data/drawings-api';
import { sentenceOf } from '../data/refusals';
import { useSay } from '../ui/notes';

/** Begins a page without a reference and opens it; says so where that is not done. */
export function useBlankPage(): { readonly begin: () => Promise<void>; readonly beginning: boolean } {
  const router = useRouter();
  const say = useSay();
  const [make, { isLoading }] = useMakeDrawingMutation();
  return {
    begin: async () => {
      const made = await make();
      if (made.error) say({ text: `No page was begun. ${sentenceOf(made.error)}` });
      else router.push({ pathname: '/drawings/[id]', params: { id: made.data.id } });
    },
    beginning: isLoading,
  };
}
