import type { TasksReply } from '@heath/contract';
import { api } from './base.ts';

export const { useTasksQuery, useRetryTaskMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    tasks: build.query<TasksReply, void>({ query: () => '/tasks', providesTags: ['tasks'] }),
    retryTask: build.mutation<TasksReply, number>({
      query: (id) => ({ url: `/tasks/${id}/retry`, method: 'POST' }),
      invalidatesTags: ['tasks', 'strip', 'import', 'imports'],
    }),
  }),
});
