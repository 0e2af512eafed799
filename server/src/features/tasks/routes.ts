import { has, type TasksReply, type TaskView } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, Problem, valid } from '../../base/problem.ts';
import { once } from '../../database/answered.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { sendEvents } from '../../http/events.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { cancelImport, kindOf, newestTask, type OpenTask, openTasks, tryAgain } from './store.ts';
import { TaskWatch } from './watch.ts';

const view = ({ name, firstDay, lastDay, status, ...rest }: OpenTask): TaskView => ({
  ...rest,
  subject: name ?? `${firstDay}/${lastDay}`,
  status: status === 'failed' ? 'gave up' : status,
});

export function taskRoutes(context: Context): Router {
  const routes = guarded();
  const reply = async (): Promise<TasksReply> => {
    // First: a task that comes between the two is listed without being counted, and counted with the next look.
    const newest = await newestTask(context.database);
    return {
      tasks: (await openTasks(context.database)).map(view),
      newest,
      disk: context.disk.state(),
    };
  };
  routes.get('/tasks', async (_request, response) => {
    answer(response, 'GET /tasks', await reply());
  });
  const watch = new TaskWatch(reply);
  routes.get('/tasks/live', (request, response) => {
    sendEvents(request, response, 'GET /tasks/live', (listener) => watch.listen(listener));
  });
  routes.delete('/tasks/:task', async (request, response) => {
    const id = valid(IdParam, request.params.task);
    await once(context, whoOf(request), writeOf(request), async (tx, tell) => {
      if (!(await cancelImport(tx, id)))
        throw new Problem(409, 'stale', 'This is no import that goes on: there is nothing to cancel.');
      tell({ what: 'canceled', about: 'task', aboutId: id, pays: 'nobody' });
      return null;
    });
    answer(response, 'DELETE /tasks/:task', await afterwards(reply));
  });
  routes.post('/tasks/:task/retry', async (request, response) => {
    const id = valid(IdParam, request.params.task);
    const who = whoOf(request);
    await once(context, who, writeOf(request), async (tx, tell) => {
      if ((await kindOf(tx, id)) === 'deliver' && !has(who.roles, 'hand off'))
        throw new Problem(403, 'not-allowed', 'Your role does not allow this.');
      if (!(await tryAgain(tx, id)))
        throw new Problem(409, 'stale', 'This is no longer waiting to be tried again.');
      tell({ what: 'tried again', about: 'task', aboutId: id, pays: 'nobody' });
      return null;
    });
    context.nudge();
    answer(response, 'POST /tasks/:task/retry', await afterwards(reply));
  });
  return routes.router;
}
