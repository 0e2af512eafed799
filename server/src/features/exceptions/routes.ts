import type { Router } from 'express';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { IdParam, valid } from '../../http/problem.ts';
import { guarded, whoOf } from '../../rights/guarded.ts';
import { listExceptions } from './service.ts';

export function exceptionRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/exceptions', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const list = await listExceptions(context, whoOf(request), periodId);
    answer(response, 'GET /periods/:period/exceptions', list);
  });
  return routes.router;
}
