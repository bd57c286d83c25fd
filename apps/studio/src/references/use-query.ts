import { referenceQuerySchema, type ReferenceQuery } from '@deft/contract';
import { useAddressQuery } from '../data/use-address-query';

const NAMES = ['set', 'q', 'drawn', 'marked', 'view', 'shape', 'hidden', 'loose', 'sort'] as const;

/** What stands in the wall's address; all of it, where that is none of ours. */
function read(given: Readonly<Record<string, string>>): ReferenceQuery {
  const { error, value } = referenceQuerySchema.validate(given);
  if (error) return {};
  const { from: _from, count: _count, ...rest } = value;
  return rest.sort === 'order' ? (({ sort: _sort, ...others }) => others)(rest) : rest;
}

/** What the wall shows. */
export const useWallQuery = () => useAddressQuery<ReferenceQuery>(NAMES, read);
