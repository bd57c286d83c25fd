import { API, type MarkChange, type Reference } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from './api';
import { referencesApi } from './references-api';
import type { DeskDispatch, DeskGetState } from './store';

/** A change of one picture that is under way. */
export interface CachedChange {
  readonly dispatch: DeskDispatch;
  readonly getState: DeskGetState;
  readonly queryFulfilled: Promise<{ data: Reference }>;
}

/**
 * Takes the answer to a change of one picture over as that picture, so that nothing is asked for again; a
 * list is, only where it says something of the picture that has changed with it.
 */
export async function takeOver({ dispatch, getState, queryFulfilled }: CachedChange): Promise<void> {
  const answer = await queryFulfilled.catch(() => null);
  if (!answer) return;
  const { data: reference } = answer;
  const before = referencesApi.endpoints.reference.select(reference.id)(getState() as never).data;
  dispatch(referencesApi.util.upsertQueryData('reference', reference.id, reference));
  if (before?.marked !== reference.marked) dispatch(api.util.invalidateTags([listOf('Reference')]));
}

/** Changes of what lies on a picture, for every feature; one mark at a time is in `references/api.ts`. */
export const marksApi = api.injectEndpoints({
  endpoints: (build) => ({
    changeMarks: build.mutation<Reference, { reference: Id; change: MarkChange }>({
      query: ({ reference, change }) =>
        ask(API.references.changeMarks, { params: { id: reference }, body: change }),
      onQueryStarted: (_asked, cached) => takeOver(cached as unknown as CachedChange),
      invalidatesTags: (_reference, _error, { reference }) => [{ type: 'StudiesOf', id: reference }],
    }),
  }),
});

export const { useChangeMarksMutation } = marksApi;
