import type { Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { listPunches } from './service.ts';

export function punchRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/cards/:person/punches', async (request, response) => {
    const { period, person } = request.params;
    const key = { periodId: valid(IdParam, period), personId: valid(IdParam, person) };
    const punches = await listPunches(context, whoOf(request), key);
    answer(response, 'GET /periods/:period/cards/:person/punches', punches);
  });
  return routes.router;
}
