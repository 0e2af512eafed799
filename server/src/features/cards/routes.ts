import { Router } from 'express';
import * as v from 'valibot';
import type { Context } from '../../http/context.ts';
import { IdParam, valid } from '../../http/problem.ts';
import { listCards, openCard, periodStrip } from './service.ts';

export function cardRoutes(context: Context): Router {
  const routes = Router();
  routes.get('/periods/:period/cards', async (request, response) => {
    response.json(await listCards(context, valid(IdParam, request.params.period)));
  });
  routes.get('/periods/:period/strip', async (request, response) => {
    const group = valid(v.optional(IdParam), request.query.group);
    response.json(await periodStrip(context, valid(IdParam, request.params.period), group));
  });
  routes.get('/periods/:period/cards/:person', async (request, response) => {
    const { period, person } = request.params;
    response.json(
      await openCard(context, { periodId: valid(IdParam, period), personId: valid(IdParam, person) }),
    );
  });
  return routes;
}
