import { API, type Removable, type Removal } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from './api';

/** What goes or comes back with sessions, studies and drawings: all that lists or counts them. */
const COUNTED = ['Session', 'Study', 'StudiesOf', 'Drawing', 'Reference', 'Report', 'Set'] as const;

/** What was removed, and removing. */
export const removedApi = api.injectEndpoints({
  endpoints: (build) => ({
    removed: build.query<Removal[], void>({
      query: () => ask(API.removed.list),
      providesTags: [listOf('Removed')],
    }),
    /** The removals come back, in the order of what was removed. */
    remove: build.mutation<Id[], { kind: Removable; ids: readonly Id[] }>({
      query: (body) => ask(API.removed.remove, { body }),
      // Not what is on the screen just now: that is left first.
      invalidatesTags: (_removals, _error, { kind }) => [
        listOf('Removed'),
        listOf('Session'),
        listOf('Study'),
        listOf('Drawing'),
        listOf('Reference'),
        listOf('Report'),
        ...(kind === 'attempt' ? (['Session', 'Study'] as const) : []),
      ],
    }),
    restore: build.mutation<void, readonly Id[]>({
      query: (removals) => ask(API.removed.restore, { body: { removals } }),
      invalidatesTags: [listOf('Removed'), ...COUNTED],
    }),
    removeForGood: build.mutation<void, readonly Id[]>({
      query: (removals) => ask(API.removed.forGood, { body: { removals } }),
      invalidatesTags: [listOf('Removed')],
    }),
  }),
});

export const { useRemovedQuery, useRemoveMutation, useRestoreMutation, useRemoveForGoodMutation } =
  removedApi;
