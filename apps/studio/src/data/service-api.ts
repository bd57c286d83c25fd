import { addressOf, API, type BroughtLine, type OfferedPage } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask } from './api';
import { readJsonLines } from './json-lines';
import { refusalIn } from './refusals';

/** What the picture service offers, found by words. */
const serviceApi = api.injectEndpoints({
  endpoints: (build) => ({
    offered: build.query<OfferedPage, { q: string; page: number }>({
      query: (query) => ask(API.service.search, { query }),
      keepUnusedDataFor: 0,
    }),
  }),
});
export const { useOfferedQuery } = serviceApi;

/** Where a picture that is offered can be seen small. */
export const offeredPreview = (key: string): string => addressOf(API.service.preview, { key });

/**
 * Takes pictures that are offered into the library, with author and licence, and into a set where one is
 * given. Who shows references asks for them anew afterwards.
 * @param hear is told what became of each
 * @throws DeskRefused, or where the desk does not answer
 */
export async function takeOffered(
  keys: readonly string[],
  set: Id | null,
  hear: (line: BroughtLine) => void,
): Promise<void> {
  const response = await fetch(addressOf(API.references.take, {}), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ keys, set }),
  });
  if (!response.ok) throw await refusalIn(response);
  await readJsonLines<BroughtLine>(response, hear);
}
