import { type TasksReply, type TaskView, taskOperations } from '@heath/contract';
import { api } from './requests/base.ts';
import { addressOf, call, callAlone } from './requests/call.ts';
import { hearLive } from './requests/live.ts';

const ops = taskOperations;

/** Of each kind, what else than the cards is to be read anew when it ended. */
const OF_KIND = {
  deliver: ['batch'],
  import: ['import', 'imports'],
  recompute: [],
} as const satisfies Readonly<Record<TaskView['kind'], readonly string[]>>;
const KINDS = ['deliver', 'import', 'recompute'] as const satisfies readonly TaskView['kind'][];

/** What is to be read anew since some work ended: work that was seen before, or that began and ended between two looks. */
export function changedBy(before: TasksReply, after: TasksReply) {
  const goesOn = new Set(after.tasks.map(({ id }) => id));
  const ended = before.tasks.filter(({ id }) => !goesOn.has(id));
  const came = after.tasks.filter(({ id }) => id > before.newest && id <= after.newest);
  const isUnseen = after.newest - before.newest > came.length;
  if (ended.length === 0 && !isUnseen) return [];
  const kinds = KINDS.filter((one) => isUnseen || ended.some(({ kind }) => kind === one));
  return [
    ...(['strip', 'cards', 'card', 'exceptions', 'handoff', 'differences'] as const),
    ...kinds.flatMap((kind) => OF_KIND[kind]),
  ];
}

const tasksApi = api.injectEndpoints({
  endpoints: (build) => ({
    /** Work that goes on, as the server tells it live while anything shows it. */
    tasks: build.query({
      ...callAlone(ops.tasks),
      async onCacheEntryAdded(
        _,
        { cacheDataLoaded, cacheEntryRemoved, getCacheEntry, updateCachedData, dispatch },
      ) {
        // Where the first answer fails, whoever shows it asks again.
        if ((await cacheDataLoaded.catch(() => null)) === null) return;
        // What was heard last, not what is shown: an answer to `GET /tasks` may have taken the place of tasks that ended meanwhile.
        let before = getCacheEntry().data;
        const end = hearLive(
          `/api${addressOf(ops.liveTasks, {})}`,
          (told) => {
            const after = told as TasksReply;
            const tags = before === undefined ? [] : changedBy(before, after);
            before = after;
            updateCachedData(() => after);
            if (tags.length > 0) dispatch(api.util.invalidateTags(tags));
          },
          () => dispatch(api.util.invalidateTags(['tasks'])),
        );
        await cacheEntryRemoved;
        end();
      },
    }),
    retryTask: build.mutation(call(ops.retryTask, (task: number) => ({ params: { task } }))),
    cancelTask: build.mutation(call(ops.cancelTask, (task: number) => ({ params: { task } }))),
  }),
});
export const { useTasksQuery, useRetryTaskMutation, useCancelTaskMutation } = tasksApi;
