import {
  API,
  type AttemptPatch,
  type KeptReport,
  type NewAttempt,
  type NewReport,
  type NoticedOn,
  type Study,
} from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { LineFigures } from '@deft/core/strokes';
import { api, ask, listOf } from '../data/api';

const studiesOwnApi = api.injectEndpoints({
  endpoints: (build) => ({
    study: build.query<Study, Id>({
      query: (id) => ask(API.studies.read, { params: { id } }),
      providesTags: (study, _error, id) => [
        { type: 'Study', id },
        ...(study ? [{ type: 'StudiesOf' as const, id: study.reference.id }] : []),
      ],
    }),
    addTrace: build.mutation<Study, Id>({
      query: (id) => ask(API.studies.addTrace, { params: { id } }),
      invalidatesTags: (_study, _error, id) => [{ type: 'Study', id }, listOf('Study')],
    }),
    changeTrace: build.mutation<Study, { id: Id; trace: Id; kind: string }>({
      query: ({ id, trace, kind }) => ask(API.studies.changeTrace, { params: { id, trace }, body: { kind } }),
      invalidatesTags: (_study, _error, { id }) => [{ type: 'Study', id }, listOf('Recipe')],
    }),
    addAttempt: build.mutation<Study, { id: Id } & NewAttempt>({
      query: ({ id, ...body }) => ask(API.studies.addAttempt, { params: { id }, body }),
      // It is shown at once: until it was asked for again, an older one would stand in its place.
      onQueryStarted: async ({ id }, { dispatch, queryFulfilled }) => {
        const made = await queryFulfilled.catch(() => null);
        if (made) await dispatch(studiesOwnApi.util.upsertQueryData('study', id, made.data));
      },
      invalidatesTags: (study, _error, { id }) => [
        { type: 'Study', id },
        listOf('Study'),
        // Drawn once more: walls say how often.
        listOf('Reference'),
        ...(study ? [{ type: 'Reference' as const, id: study.reference.id }] : []),
      ],
    }),
    changeAttempt: build.mutation<void, { study: Id; attempt: Id; patch: AttemptPatch }>({
      query: ({ attempt, patch }) => ask(API.studies.changeAttempt, { params: { attempt }, body: patch }),
      invalidatesTags: (_answer, _error, { study }) => [{ type: 'Study', id: study }],
    }),
    reports: build.query<KeptReport[], Id>({
      query: (attempt) => ask(API.studies.reports, { params: { attempt } }),
      providesTags: (_list, _error, attempt) => [{ type: 'Report', id: attempt }],
    }),
    otherLines: build.query<LineFigures[], Id>({
      query: (attempt) => ask(API.studies.otherLines, { params: { attempt } }),
      providesTags: [listOf('Report')],
    }),
    sisters: build.query<NoticedOn[], Id>({
      query: (id) => ask(API.studies.sisters, { params: { id } }),
      providesTags: [listOf('Reference'), listOf('Set')],
    }),
    keepReport: build.mutation<void, { attempt: Id; report: NewReport }>({
      query: ({ attempt, report }) => ask(API.studies.keepReport, { params: { attempt }, body: report }),
      invalidatesTags: (_answer, _error, { attempt }) => [
        listOf('Study'),
        listOf('Report'),
        { type: 'Report', id: attempt },
      ],
    }),
  }),
});

export const {
  useStudyQuery,
  useAddTraceMutation,
  useChangeTraceMutation,
  useAddAttemptMutation,
  useChangeAttemptMutation,
  useReportsQuery,
  useOtherLinesQuery,
  useSistersQuery,
  useKeepReportMutation,
} = studiesOwnApi;
