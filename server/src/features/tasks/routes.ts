import type { TasksReply, TaskView } from '@heath/contract';
import { Router } from 'express';
import { once } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { IdParam, Problem, valid } from '../../http/problem.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { type OpenTask, openTasks, tryAgain } from './store.ts';

const view = ({ name, firstDay, lastDay, status, ...rest }: OpenTask): TaskView => ({
  ...rest,
  subject: name ?? `${firstDay}/${lastDay}`,
  status: status === 'failed' ? 'gave up' : status,
});

export function taskRoutes(context: Context): Router {
  const routes = Router();
  const reply = async (): Promise<TasksReply> => ({
    tasks: (await openTasks(context.database)).map(view),
    disk: context.disk.state(),
  });
  routes.get('/tasks', async (_request, response) => {
    response.json(await reply());
  });
  routes.post('/tasks/:task/retry', async (request, response) => {
    const id = valid(IdParam, request.params.task);
    await once(context.database, writeOf(request), async (tx) => {
      if (!(await tryAgain(tx, id)))
        throw new Problem(409, 'stale', 'This is no longer waiting to be tried again.');
      return null;
    });
    context.nudge();
    response.json(await afterwards(reply));
  });
  return routes;
}
