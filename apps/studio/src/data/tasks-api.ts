import { API, type SetTask, type TaskBrief, type TaskOf } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, ask, listOf } from './api';

/** What was set to be drawn: at its study, and all of it on the desk. */
const tasksApi = api.injectEndpoints({
  endpoints: (build) => ({
    tasks: build.query<TaskBrief[], void>({
      query: () => ask(API.tasks.list),
      providesTags: [listOf('Task'), listOf('Study')],
    }),
    task: build.query<TaskOf, Id>({
      query: (id) => ask(API.tasks.read, { params: { id } }),
      providesTags: (_task, _error, id) => [{ type: 'Task', id }],
    }),
    putTask: build.mutation<TaskOf, { id: Id; task: SetTask }>({
      query: ({ id, task }) => ask(API.tasks.put, { params: { id }, body: task }),
      invalidatesTags: (_task, _error, { id }) => [{ type: 'Task', id }, listOf('Task')],
    }),
    removeTask: build.mutation<void, Id>({
      query: (id) => ask(API.tasks.remove, { params: { id } }),
      invalidatesTags: (_task, _error, id) => [{ type: 'Task', id }, listOf('Task')],
    }),
  }),
});

export const { useTasksQuery, useTaskQuery, usePutTaskMutation, useRemoveTaskMutation } = tasksApi;
