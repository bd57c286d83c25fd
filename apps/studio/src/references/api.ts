import {
  API,
  type Health,
  type KeptPreparation,
  type Member,
  type Reference,
  type ReferenceBrief,
  type ReferenceQuery,
  type ReferenceSet,
  type SetPatch,
} from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Preparation } from '@deft/core/reference';
import { api, ask, listOf } from '../data/api';

export const referencesOwnApi = api.injectEndpoints({
  endpoints: (build) => ({
    referenceIds: build.query<Id[], ReferenceQuery>({
      query: (query) => ask(API.references.ids, { query }),
      providesTags: [listOf('Reference')],
    }),
    changeReferences: build.mutation<
      { changed: number },
      { references: Id[]; hidden?: boolean; tag?: string; untag?: string }
    >({
      query: (body) => ask(API.references.changeMany, { body }),
      invalidatesTags: (_answer, _error, { references, hidden }) => [
        listOf('Reference'),
        ...references.slice(0, 50).map((id) => ({ type: 'Reference' as const, id })),
        ...(hidden === undefined ? [] : [listOf('Set'), listOf('Alike')]),
      ],
    }),
    preparations: build.query<KeptPreparation[], Id>({
      query: (id) => ask(API.references.preparations, { params: { id } }),
      providesTags: (_list, _error, id) => [{ type: 'Reference', id }],
    }),
    prepare: build.mutation<Reference, { reference: Id; settings: Preparation }>({
      query: ({ reference, settings }) =>
        ask(API.references.prepare, { params: { id: reference }, body: settings }),
      invalidatesTags: (_answer, _error, { reference }) => [
        { type: 'Reference', id: reference },
        listOf('Reference'),
      ],
    }),
    alike: build.query<ReferenceBrief[][], void>({
      query: () => ask(API.references.alike),
      providesTags: [listOf('Alike')],
    }),
    keepAlike: build.mutation<void, Id[]>({
      query: (references) => ask(API.references.keepAlike, { body: { references } }),
      invalidatesTags: [listOf('Alike')],
    }),
    /** Titles of references whose original is gone. */
    lost: build.query<readonly string[], void>({
      query: () => ask(API.health),
      transformResponse: ({ lost }: Health) => lost,
    }),
    makeSet: build.mutation<ReferenceSet, { title: string; references: Id[] }>({
      query: (body) => ask(API.sets.make, { body }),
      invalidatesTags: [listOf('Set')],
    }),
    changeSet: build.mutation<ReferenceSet, { id: Id; patch: SetPatch }>({
      query: ({ id, patch }) => ask(API.sets.change, { params: { id }, body: patch }),
      // Traits of a set show at every study of its pictures.
      invalidatesTags: [listOf('Set'), 'Study'],
    }),
    removeSet: build.mutation<void, Id>({
      query: (id) => ask(API.sets.remove, { params: { id } }),
      invalidatesTags: [listOf('Set'), listOf('Reference')],
    }),
    restoreSet: build.mutation<ReferenceSet, Id>({
      query: (id) => ask(API.sets.restore, { params: { id } }),
      invalidatesTags: [listOf('Set'), listOf('Reference')],
    }),
    removeMembers: build.mutation<Member[], { set: Id; references: Id[] }>({
      query: ({ set, references }) =>
        ask(API.sets.removeMembers, { params: { id: set }, body: { references } }),
      invalidatesTags: (_members, _error, { references }) => [
        listOf('Set'),
        listOf('Reference'),
        ...references.slice(0, 50).map((id) => ({ type: 'Reference' as const, id })),
      ],
    }),
    restoreMembers: build.mutation<ReferenceSet, { set: Id; members: Member[] }>({
      query: ({ set, members }) => ask(API.sets.restoreMembers, { params: { id: set }, body: { members } }),
      invalidatesTags: (_set, _error, { members }) => [
        listOf('Set'),
        listOf('Reference'),
        ...members.slice(0, 50).map(({ reference: id }) => ({ type: 'Reference' as const, id })),
      ],
    }),
    moveMember: build.mutation<void, { set: Id; reference: Id; after: Id | null }>({
      query: ({ set, ...body }) => ask(API.sets.moveMember, { params: { id: set }, body }),
      invalidatesTags: [listOf('Set'), listOf('Reference')],
    }),
  }),
});

export const {
  useLazyReferenceIdsQuery,
  useChangeReferencesMutation,
  usePreparationsQuery,
  usePrepareMutation,
  useAlikeQuery,
  useKeepAlikeMutation,
  useLostQuery,
  useMakeSetMutation,
  useChangeSetMutation,
  useRemoveSetMutation,
  useRestoreSetMutation,
  useRemoveMembersMutation,
  useRestoreMembersMutation,
  useMoveMemberMutation,
} = referencesOwnApi;
