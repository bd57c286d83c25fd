import { API, type Drawing, type Listed } from '@deft/contract';
import { api, ask, listOf } from './api';

/** Pages without a reference as every feature sees them; what changes them is in `drawings/api.ts`. */
const drawingsApi = api.injectEndpoints({
  endpoints: (build) => ({
    drawings: build.query<Listed<Drawing>, { from: number; count: number }>({
      query: (query) => ask(API.drawings.list, { query }),
      providesTags: [listOf('Drawing')],
    }),
    makeDrawing: build.mutation<Drawing, void>({
      query: () => ask(API.drawings.make),
      invalidatesTags: [listOf('Drawing')],
    }),
  }),
});

export const { useDrawingsQuery, useMakeDrawingMutation } = drawingsApi;
