import { ExceptionKey } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { listExceptions, showEvidence } from './service.ts';

export function exceptionRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/exceptions', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const list = await listExceptions(context, whoOf(request), periodId);
    answer(response, 'GET /periods/:period/exceptions', list);
  });
  routes.get('/periods/:period/cards/:person/evidence/:exception', async (request, response) => {
    const { period, person } = request.params;
    const key = { periodId: valid(IdParam, period), personId: valid(IdParam, person) };
    const exception = valid(ExceptionKey, request.params.exception);
    const evidence = await showEvidence(context, whoOf(request), key, exception);
    answer(response, 'GET /periods/:period/cards/:person/evidence/:exception', evidence);
  });
  return routes.router;
}
