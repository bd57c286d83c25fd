import { useLocalSearchParams, useRouter } from 'expo-router';
import { useCallback, useMemo } from 'react';

/**
 * What a list shows stands in its address, so that going back leads to the same list.
 * @param names of what may stand there
 * @param read what was given as the query that it stands for; both stay the same from render to render
 */
export function useAddressQuery<Query extends object>(
  names: readonly (keyof Query & string)[],
  read: (given: Readonly<Record<string, string>>) => Query,
): { query: Query; change: (to: Partial<Query>) => void } {
  const params = useLocalSearchParams<Record<string, string>>();
  const router = useRouter();
  const key = names.map((name) => params[name] ?? '').join('\n');
  const query = useMemo(() => {
    const values = key.split('\n');
    return read(Object.fromEntries(names.flatMap((name, i) => (values[i] ? [[name, values[i]]] : []))));
  }, [key, names, read]);
  const change = useCallback(
    (to: Partial<Query>) => {
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
