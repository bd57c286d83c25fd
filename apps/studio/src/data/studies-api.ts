import {
  API,
  type Listed,
  type Study,
  type StudyBrief,
  type StudyPatch,
  type StudyQuery,
} from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from './api';

/** Studies as every feature sees them; what is done in one is in `studies/api.ts`. */
export const studiesApi = api.injectEndpoints({
  endpoints: (build) => ({
    studies: build.query<Listed<StudyBrief>, StudyQuery>({
      query: (query) => ask(API.studies.list, { query }),
      providesTags: [listOf('Study')],
    }),
    studyIds: build.query<Id[], StudyQuery>({
      query: (query) => ask(API.studies.ids, { query }),
      providesTags: [listOf('Study')],
    }),
    openStudy: build.mutation<Study, { reference: Id } | { attempt: Id }>({
      query: (body) => ask(API.studies.open, { body }),
      invalidatesTags: (study) => [
        listOf('Study'),
        ...(study ? [{ type: 'Study' as const, id: study.id }] : []),
      ],
    }),
    changeStudy: build.mutation<Study, { id: Id } & StudyPatch>({
      query: ({ id, ...patch }) => ask(API.studies.change, { params: { id }, body: patch }),
      invalidatesTags: (_study, _error, { id }) => [{ type: 'Study', id }, listOf('Study')],
    }),
  }),
});

export const { useStudiesQuery, useLazyStudyIdsQuery, useOpenStudyMutation, useChangeStudyMutation } =
  studiesApi;
