import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { Brought, Pass, Reference, ReferencePatch, ReferenceSet, Session, Study } from '@deft/contract';
import type { Id } from '@deft/core';

/** The desk's resources. Page contents do not come this way: see page-keeper.ts. */
export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: ['references', 'sessions', 'studies'],
  endpoints: (build) => ({
    sets: build.query<ReferenceSet[], void>({ query: () => '/sets', providesTags: ['references'] }),
    references: build.query<Reference[], void>({ query: () => '/references', providesTags: ['references'] }),
    reference: build.query<Reference, Id>({ query: (id) => `/references/${id}`, providesTags: ['references'] }),
    changeReference: build.mutation<Reference, { id: Id; patch: ReferencePatch }>({
      query: ({ id, patch }) => ({ url: `/references/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['references', 'studies'],
    }),
    bringIn: build.mutation<Brought[], FormData>({ query: (body) => ({ url: '/references', method: 'POST', body }), invalidatesTags: ['references'] }),
    sessions: build.query<Session[], void>({ query: () => '/sessions', providesTags: ['sessions'] }),
    session: build.query<Session, Id>({ query: (id) => `/sessions/${id}`, providesTags: ['sessions'] }),
    startSession: build.mutation<Session, { set: Id; count: number; seconds: number }>({
      query: (body) => ({ url: '/sessions', method: 'POST', body }),
      invalidatesTags: ['sessions', 'references'],
    }),
    putClock: build.mutation<Session, { id: Id; clock: unknown; over: boolean; poses: { id: Id; drawnMs: number | null; heldMs: number; addedMs: number; skipped: boolean }[] }>({
      query: ({ id, ...body }) => ({ url: `/sessions/${id}/clock`, method: 'PUT', body }),
      invalidatesTags: (_result, _error, { over }) => (over ? ['sessions'] : []),
    }),
    studies: build.query<Study[], void>({ query: () => '/studies', providesTags: ['studies'] }),
    study: build.query<Study, Id>({ query: (id) => `/studies/${id}`, providesTags: ['studies'] }),
    openStudy: build.mutation<Study, { reference: Id } | { attempt: Id }>({ query: (body) => ({ url: '/studies', method: 'POST', body }), invalidatesTags: ['studies'] }),
    changeStudy: build.mutation<Study, { id: Id; pass: Pass }>({ query: ({ id, pass }) => ({ url: `/studies/${id}`, method: 'PATCH', body: { pass } }), invalidatesTags: ['studies'] }),
    addTrace: build.mutation<Study, Id>({ query: (id) => ({ url: `/studies/${id}/traces`, method: 'POST', body: {} }), invalidatesTags: ['studies'] }),
    addAttempt: build.mutation<Study, Id>({ query: (id) => ({ url: `/studies/${id}/attempts`, method: 'POST', body: {} }), invalidatesTags: ['studies', 'references'] }),
  }),
});

export const {
  useSetsQuery, useReferencesQuery, useReferenceQuery, useChangeReferenceMutation, useBringInMutation, useSessionsQuery, useSessionQuery, useStartSessionMutation,
  usePutClockMutation, useStudiesQuery, useStudyQuery, useOpenStudyMutation, useChangeStudyMutation, useAddTraceMutation, useAddAttemptMutation,
} = api;

export const pictureOf = (reference: Id): string => `/api/references/${reference}/picture`;
export const previewOf = (reference: Id): string => `/api/references/${reference}/preview`;

/** The desk's own sentence in an error, or null where it did not answer at all. */
export function sentenceOf(error: unknown): string | null {
  const { data } = (error ?? {}) as { data?: { sentence?: unknown } };
  return typeof data?.sentence === 'string' ? data.sentence : null;
}
