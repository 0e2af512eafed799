import type { TasksReply, TaskView } from '@heath/contract';
import { api } from './base.ts';
import { hearLive } from './live.ts';

/** What is to be read anew since some work ended. */
export function changedBy(before: readonly TaskView[], after: readonly TaskView[]) {
  const goesOn = new Set(after.map(({ id }) => id));
  const ended = before.filter(({ id }) => !goesOn.has(id));
  return [
    ...(ended.length > 0
      ? (['strip', 'cards', 'card', 'exceptions', 'handoff', 'differences'] as const)
      : []),
    ...(ended.some(({ kind }) => kind === 'deliver') ? (['batch'] as const) : []),
    ...(ended.some(({ kind }) => kind === 'import') ? (['import', 'imports'] as const) : []),
  ];
}

const tasksApi = api.injectEndpoints({
  endpoints: (build) => ({
    /** Work that goes on, as the server tells it live while anything shows it. */
    tasks: build.query<TasksReply, void>({
      query: () => '/tasks',
      providesTags: ['tasks'],
      async onCacheEntryAdded(
        _,
        { cacheDataLoaded, cacheEntryRemoved, getCacheEntry, updateCachedData, dispatch },
      ) {
        // Where the first answer fails, whoever shows it asks again.
        if ((await cacheDataLoaded.catch(() => null)) === null) return;
        const end = hearLive(
          '/api/tasks/live',
          (told) => {
            const after = told as TasksReply;
            const tags = changedBy(getCacheEntry().data?.tasks ?? [], after.tasks);
            updateCachedData(() => after);
            if (tags.length > 0) dispatch(api.util.invalidateTags(tags));
          },
          () => dispatch(api.util.invalidateTags(['tasks'])),
        );
        await cacheEntryRemoved;
        end();
      },
    }),
    retryTask: build.mutation<TasksReply, number>({
      query: (id) => ({ url: `/tasks/${id}/retry`, method: 'POST' }),
      invalidatesTags: ['tasks', 'strip', 'import', 'imports', 'batch', 'handoff'],
    }),
    cancelTask: build.mutation<TasksReply, number>({
      query: (id) => ({ url: `/tasks/${id}`, method: 'DELETE' }),
      invalidatesTags: ['tasks', 'import', 'imports'],
    }),
  }),
});
export const { useTasksQuery, useRetryTaskMutation, useCancelTaskMutation } = tasksApi;
