import { API, type Study, type StudyBrief } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from './api';

/** Studies as every feature sees them; what is done in one is in `studies/api.ts`. */
export const studiesApi = api.injectEndpoints({
  endpoints: (build) => ({
    studies: build.query<StudyBrief[], void>({
      query: () => ask(API.studies.list),
      providesTags: [listOf('Study')],
    }),
    openStudy: build.mutation<Study, { reference: Id } | { attempt: Id }>({
      query: (body) => ask(API.studies.open, { body }),
      invalidatesTags: (study) => [
        listOf('Study'),
        ...(study ? [{ type: 'Study' as const, id: study.id }] : []),
      ],
    }),
  }),
});

export const { useStudiesQuery, useOpenStudyMutation } = studiesApi;
