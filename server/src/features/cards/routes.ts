import type { Router } from 'express';
import * as v from 'valibot';
import type { Context } from '../../http/context.ts';
import { IdParam, valid } from '../../http/problem.ts';
import { guarded, whoOf } from '../../rights/guarded.ts';
import { listCards, openCard, periodStrip } from './service.ts';

export function cardRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/cards', async (request, response) => {
    response.json(await listCards(context, whoOf(request), valid(IdParam, request.params.period)));
  });
  routes.get('/periods/:period/strip', async (request, response) => {
    const group = valid(v.optional(IdParam), request.query.group);
    const periodId = valid(IdParam, request.params.period);
    response.json(await periodStrip(context, whoOf(request), periodId, group));
  });
  routes.get('/periods/:period/cards/:person', async (request, response) => {
    const { period, person } = request.params;
    const key = { periodId: valid(IdParam, period), personId: valid(IdParam, person) };
    response.json(await openCard(context, whoOf(request), key));
  });
  return routes.router;
}
