import type { Router } from 'express';
import * as v from 'valibot';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { listCards, openCard, periodStrip } from './service.ts';

export function cardRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/cards', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    answer(response, 'GET /periods/:period/cards', await listCards(context, whoOf(request), periodId));
  });
  routes.get('/periods/:period/strip', async (request, response) => {
    const group = valid(v.optional(IdParam), request.query.group);
    const periodId = valid(IdParam, request.params.period);
    const strip = await periodStrip(context, whoOf(request), periodId, group);
    answer(response, 'GET /periods/:period/strip', strip);
  });
  routes.get('/periods/:period/cards/:person', async (request, response) => {
    const { period, person } = request.params;
    const key = { periodId: valid(IdParam, period), personId: valid(IdParam, person) };
    answer(response, 'GET /periods/:period/cards/:person', await openCard(context, whoOf(request), key));
  });
  return routes.router;
}
