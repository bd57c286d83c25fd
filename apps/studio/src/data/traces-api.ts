import { API, type TraceOn } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from './api';

/** Traces of several pictures at once: those of a set, and those over a board. */
export const tracesApi = api.injectEndpoints({
  endpoints: (build) => ({
    setTraces: build.query<TraceOn[], Id>({
      query: (id) => ask(API.sets.traces, { params: { id } }),
      providesTags: [listOf('Study'), listOf('Set')],
    }),
    boardTraces: build.query<TraceOn[], Id>({
      query: (id) => ask(API.boards.traces, { params: { id } }),
      providesTags: [listOf('Study')],
    }),
    keepBoardTraces: build.mutation<TraceOn[], Id>({
      query: (id) => ask(API.boards.keepTraces, { params: { id } }),
      invalidatesTags: ['Study', listOf('Study'), 'Recipe'],
    }),
  }),
});

export const { useSetTracesQuery, useLazySetTracesQuery, useBoardTracesQuery, useKeepBoardTracesMutation } =
  tracesApi;
