import { useLocalSearchParams, useRouter } from 'expo-router';
import { useCallback, useMemo } from 'react';
import { referenceQuerySchema, type ReferenceQuery } from '@deft/contract';

const KEYS = ['set', 'q', 'drawn', 'marked', 'view', 'shape', 'hidden', 'loose', 'sort'] as const;

/** What the wall shows stands in its address, so that going back leads to the same wall. */
export function useWallQuery(): { query: ReferenceQuery; change: (to: Partial<ReferenceQuery>) => void } {
  const params = useLocalSearchParams<Record<string, string>>();
  const router = useRouter();
  const key = KEYS.map((name) => params[name] ?? '').join('\n');
  const query = useMemo((): ReferenceQuery => {
    const values = key.split('\n');
    const given = Object.fromEntries(KEYS.flatMap((name, i) => (values[i] ? [[name, values[i]]] : [])));
    const { error, value } = referenceQuerySchema.validate(given);
    if (error) return {};
    const { from: _from, count: _count, ...rest } = value;
    return rest.sort === 'order' ? (({ sort: _sort, ...others }) => others)(rest) : rest;
  }, [key]);
  const change = useCallback(
    (to: Partial<ReferenceQuery>) => {
      router.setParams(
        Object.fromEntries(
          Object.entries(to).map(([name, value]) => [
            name,
            value === undefined || value === '' ? undefined : value === true ? '1' : String(value),
          ]),
        ) as Record<string, string>,
      );
    },
    [router],
  );
  return { query, change };
}
