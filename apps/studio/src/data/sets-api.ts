import { API, type ReferenceSet } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from './api';

/** Sets as every feature sees them; what changes them is in `references/api.ts`. */
export const setsApi = api.injectEndpoints({
  endpoints: (build) => ({
    sets: build.query<ReferenceSet[], void>({
      query: () => ask(API.sets.list),
      providesTags: [listOf('Set')],
    }),
    addMembers: build.mutation<ReferenceSet, { set: Id; references: Id[] }>({
      query: ({ set, references }) => ask(API.sets.addMembers, { params: { id: set }, body: { references } }),
      invalidatesTags: (_set, _error, { references }) => [
        listOf('Set'),
        listOf('Reference'),
        ...references.slice(0, 50).map((id) => ({ type: 'Reference' as const, id })),
      ],
    }),
  }),
});

export const { useSetsQuery, useAddMembersMutation } = setsApi;
