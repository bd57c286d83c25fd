import { API, type NewAttempt, type Study, type StudyPatch } from '@deft/contract';
import type { Id } from '@deft/core/page';
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
    changeStudy: build.mutation<Study, { id: Id } & StudyPatch>({
      query: ({ id, ...patch }) => ask(API.studies.change, { params: { id }, body: patch }),
      invalidatesTags: (_study, _error, { id }) => [{ type: 'Study', id }, listOf('Study')],
    }),
    addTrace: build.mutation<Study, Id>({
      query: (id) => ask(API.studies.addTrace, { params: { id } }),
      invalidatesTags: (_study, _error, id) => [{ type: 'Study', id }, listOf('Study')],
    }),
    addAttempt: build.mutation<Study, { id: Id } & NewAttempt>({
      query: ({ id, ...body }) => ask(API.studies.addAttempt, { params: { id }, body }),
      invalidatesTags: (study, _error, { id }) => [
        { type: 'Study', id },
        listOf('Study'),
        // Drawn once more: walls say how often.
        listOf('Reference'),
        ...(study ? [{ type: 'Reference' as const, id: study.reference.id }] : []),
      ],
    }),
    keepMiss: build.mutation<void, { attempt: Id; miss: number | null }>({
      query: ({ attempt, miss }) => ask(API.studies.keepMiss, { params: { attempt }, body: { miss } }),
      invalidatesTags: [listOf('Study')],
    }),
  }),
});

export const {
  useStudyQuery,
  useChangeStudyMutation,
  useAddTraceMutation,
  useAddAttemptMutation,
  useKeepMissMutation,
} = studiesOwnApi;
