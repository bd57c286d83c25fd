import {
  API,
  type Reference,
  type ReferencePatch,
  type ReferenceQuery,
  type Listed,
  type ReferenceBrief,
} from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from './api';

/** References as every feature sees them; what only their own screens do is in `references/api.ts`. */
export const referencesApi = api.injectEndpoints({
  endpoints: (build) => ({
    references: build.query<Listed<ReferenceBrief>, ReferenceQuery>({
      query: (query) => ask(API.references.list, { query }),
      providesTags: [listOf('Reference')],
    }),
    reference: build.query<Reference, Id>({
      query: (id) => ask(API.references.read, { params: { id } }),
      providesTags: (_reference, _error, id) => [{ type: 'Reference', id }],
    }),
    /** As it was seen at one of its preparations. */
    referenceAt: build.query<Reference, { id: Id; revision: number }>({
      query: ({ id, revision }) => ask(API.references.read, { params: { id }, query: { revision } }),
      providesTags: (_reference, _error, { id }) => [{ type: 'Reference', id }],
    }),
    changeReference: build.mutation<Reference, { id: Id; patch: ReferencePatch }>({
      query: ({ id, patch }) => ask(API.references.change, { params: { id }, body: patch }),
      invalidatesTags: (_reference, _error, { id, patch }) => [
        { type: 'Reference', id },
        listOf('Reference'),
        { type: 'StudiesOf', id },
        ...('hidden' in patch ? [listOf('Set'), listOf('Alike')] : []),
      ],
    }),
  }),
});

export const { useReferencesQuery, useReferenceQuery, useReferenceAtQuery, useChangeReferenceMutation } =
  referencesApi;
