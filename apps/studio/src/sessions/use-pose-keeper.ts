import { useEffect } from 'react';
import type { Id } from '@deft/core/page';
import type { PageKeeper } from '../data/page-keeper';
import { usePage } from '../data/use-page';

/** Opens a pose's page. @param onKeeper told what keeps it once it is open, and null when it goes */
export function usePoseKeeper(
  page: Id,
  onKeeper: (page: Id, keeper: PageKeeper | null) => void,
): PageKeeper | null {
  const keeper = usePage(page);
  useEffect(() => {
    onKeeper(page, keeper);
    return () => onKeeper(page, null);
  }, [keeper, onKeeper, page]);
  return keeper;
}
