import { API, type MarkChange, type NoticedRule, type Reference } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { ReferenceMark } from '@deft/core/reference';
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

/** What lies on a picture, changed, and the relations that were noticed. */
export const marksApi = api.injectEndpoints({
  endpoints: (build) => ({
    rules: build.query<NoticedRule[], Id>({
      query: (id) => ask(API.references.rules, { params: { id } }),
      providesTags: [listOf('Rule'), listOf('Set'), listOf('Reference')],
    }),
    putMark: build.mutation<Reference, { reference: Id; mark: ReferenceMark }>({
      query: ({ reference, mark }) =>
        ask(API.references.putMark, { params: { id: reference, mark: mark.id }, body: mark }),
      onQueryStarted: (_asked, cached) => takeOver(cached as unknown as CachedChange),
      invalidatesTags: (_reference, _error, { reference }) => [
        { type: 'StudiesOf', id: reference },
        listOf('Rule'),
      ],
    }),
    removeMark: build.mutation<Reference, { reference: Id; mark: Id }>({
      query: ({ reference, mark }) => ask(API.references.removeMark, { params: { id: reference, mark } }),
      onQueryStarted: (_asked, cached) => takeOver(cached as unknown as CachedChange),
      invalidatesTags: (_reference, _error, { reference }) => [
        { type: 'StudiesOf', id: reference },
        listOf('Rule'),
      ],
    }),
    changeMarks: build.mutation<Reference, { reference: Id; change: MarkChange }>({
      query: ({ reference, change }) =>
        ask(API.references.changeMarks, { params: { id: reference }, body: change }),
      onQueryStarted: (_asked, cached) => takeOver(cached as unknown as CachedChange),
      invalidatesTags: (_reference, _error, { reference }) => [
        { type: 'StudiesOf', id: reference },
        listOf('Rule'),
      ],
    }),
  }),
});

export const { useRulesQuery, useChangeMarksMutation, usePutMarkMutation, useRemoveMarkMutation } = marksApi;
