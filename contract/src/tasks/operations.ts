import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { TasksReply } from './schemas.ts';

export const taskOperations = {
  tasks: defineOperation({
    method: 'GET',
    path: '/tasks',
    says: 'Work that waits, runs, or gave up; and the disk.',
    asks: 'see work',
    gives: TasksReply,
    shows: ['tasks'],
    status: 200,
  }),
  liveTasks: defineOperation({
    method: 'GET',
    path: '/tasks/live',
    says: 'The same, now and whenever it changes, for about a minute; then it is asked for again.',
    asks: 'see work',
    gives: TasksReply,
    events: true,
    status: 200,
  }),
  cancelTask: defineOperation({
    method: 'DELETE',
    path: '/tasks/:task',
    says: 'Gives up the import of a file before it is done: nothing of it is kept, and it can be started again.',
    asks: 'import',
    concerns: 'everybody',
    params: { task: IdParam },
    gives: TasksReply,
    touches: 'nobody',
    makesStale: ['tasks', 'import', 'imports'],
    status: 200,
  }),
  retryTask: defineOperation({
    method: 'POST',
    path: '/tasks/:task/retry',
    says: 'Begins anew what gave up.',
    asks: 'import',
    params: { task: IdParam },
    gives: TasksReply,
    touches: 'nobody',
    makesStale: ['tasks', 'strip', 'import', 'imports', 'batch', 'handoff'],
    status: 200,
  }),
} as const;
