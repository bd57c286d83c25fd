import { API, type Board } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from './api';

/** Boards as every feature sees them; what changes them is in `boards/api.ts`. */
export const boardsApi = api.injectEndpoints({
  endpoints: (build) => ({
    boards: build.query<Board[], void>({
      query: () => ask(API.boards.list),
      providesTags: [listOf('Board')],
    }),
    makeBoard: build.mutation<Board, { title: string; references: Id[] }>({
      query: (body) => ask(API.boards.make, { body }),
      invalidatesTags: [listOf('Board')],
    }),
  }),
});

export const { useBoardsQuery, useMakeBoardMutation } = boardsApi;
