import { API, type Drawing, type DrawingPatch, type Study } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from '../data/api';

const drawingsOwnApi = api.injectEndpoints({
  endpoints: (build) => ({
    drawing: build.query<Drawing, Id>({
      query: (id) => ask(API.drawings.read, { params: { id } }),
      providesTags: (_drawing, _error, id) => [{ type: 'Drawing', id }],
    }),
    changeDrawing: build.mutation<Drawing, { id: Id; patch: DrawingPatch }>({
      query: ({ id, patch }) => ask(API.drawings.change, { params: { id }, body: patch }),
      invalidatesTags: (_drawing, _error, { id }) => [{ type: 'Drawing', id }, listOf('Drawing')],
    }),
    attach: build.mutation<Study, { id: Id; reference: Id }>({
      query: ({ id, reference }) => ask(API.drawings.attach, { params: { id }, body: { reference } }),
      invalidatesTags: (study, _error, { reference }) => [
        listOf('Drawing'),
        listOf('Study'),
        { type: 'Reference', id: reference },
        ...(study ? [{ type: 'Study' as const, id: study.id }] : []),
      ],
    }),
    detach: build.mutation<Drawing, { id: Id; study: Id }>({
      query: ({ id }) => ask(API.drawings.detach, { params: { id } }),
      invalidatesTags: (_drawing, _error, { id, study }) => [
        { type: 'Drawing', id },
        listOf('Drawing'),
        listOf('Study'),
        { type: 'Study', id: study },
      ],
    }),
  }),
});

export const { useDrawingQuery, useChangeDrawingMutation, useAttachMutation, useDetachMutation } =
  drawingsOwnApi;
