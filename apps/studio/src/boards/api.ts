import { API, type Board } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from '../data/api';

const boardsOwnApi = api.injectEndpoints({
  endpoints: (build) => ({
    board: build.query<Board, Id>({
      query: (id) => ask(API.boards.read, { params: { id } }),
      providesTags: (_board, _error, id) => [{ type: 'Board', id }],
    }),
    changeBoard: build.mutation<Board, { id: Id; title: string }>({
      query: ({ id, title }) => ask(API.boards.change, { params: { id }, body: { title } }),
      invalidatesTags: (_board, _error, { id }) => [{ type: 'Board', id }, listOf('Board')],
    }),
    removeBoard: build.mutation<void, Id>({
      query: (id) => ask(API.boards.remove, { params: { id } }),
      invalidatesTags: [listOf('Board')],
    }),
    restoreBoard: build.mutation<Board, Id>({
      query: (id) => ask(API.boards.restore, { params: { id } }),
      invalidatesTags: (_board, _error, id) => [{ type: 'Board', id }, listOf('Board')],
    }),
  }),
});

export const { useBoardQuery, useChangeBoardMutation, useRemoveBoardMutation, useRestoreBoardMutation } =
  boardsOwnApi;
