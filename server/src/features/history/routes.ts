import type { Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { periodHistory } from './service.ts';

export function historyRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/history', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    answer(response, 'GET /periods/:period/history', await periodHistory(context, whoOf(request), periodId));
  });
  return routes.router;
}
