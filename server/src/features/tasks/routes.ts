import { has, type TasksReply, type TaskView, taskOperations } from '@heath/contract';
import type { Router } from 'express';
import { Problem } from '../../base/problem.ts';
import { once } from '../../database/answered.ts';
import type { Context } from '../../http/context.ts';
import { sendEvents } from '../../http/events.ts';
import { SENT, serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import { cancelImport, kindOf, newestTask, type OpenTask, openTasks, tryAgain } from './store.ts';
import { TaskWatch } from './watch.ts';

const view = ({ name, firstDay, lastDay, status, ...rest }: OpenTask): TaskView => ({
  ...rest,
  subject: name ?? `${firstDay}/${lastDay}`,
  status: status === 'failed' ? 'gave up' : status,
});

export function taskRoutes(context: Context): Router {
  const reply = async (): Promise<TasksReply> => {
    // First: a task that comes between the two is listed without being counted, and counted with the next look.
    const newest = await newestTask(context.database);
    return {
      tasks: (await openTasks(context.database)).map(view),
      newest,
      disk: context.disk.state(),
    };
  };
  const watch = new TaskWatch(reply);
  return serve(context, taskOperations, {
    tasks: reply,
    liveTasks({ request, response }) {
      sendEvents(request, response, taskOperations.liveTasks, (listener) => watch.listen(listener));
      return SENT;
    },
    async cancelTask({ who, write, params: { task: id } }) {
      await once(context, who, write, async (tx, tell) => {
        if (!(await cancelImport(tx, id)))
          throw new Problem(409, 'stale', 'This is no import that goes on: there is nothing to cancel.');
        tell({ what: 'canceled', about: 'task', aboutId: id, pays: 'nobody' });
        return null;
      });
      return afterwards(reply);
    },
    async retryTask({ who, write, params: { task: id } }) {
      await once(context, who, write, async (tx, tell) => {
        if ((await kindOf(tx, id)) === 'deliver' && !has(who.roles, 'hand off'))
          throw new Problem(403, 'not-allowed', 'Your role does not allow this.');
        if (!(await tryAgain(tx, id)))
          throw new Problem(409, 'stale', 'This is no longer waiting to be tried again.');
        tell({ what: 'tried again', about: 'task', aboutId: id, pays: 'nobody' });
        return null;
      });
      context.nudge();
      return afterwards(reply);
    },
  });
}
