import { DayQuery, RibbonsOf } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, Problem, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { showDay, showRibbons } from './service.ts';

export function dayRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/day', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const day = valid(DayQuery, request.query.day);
    answer(response, 'GET /periods/:period/day', await showDay(context, whoOf(request), periodId, day));
  });
  routes.get('/periods/:period/day/ribbons', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const day = valid(DayQuery, request.query.day);
    const people = valid(RibbonsOf, request.query.people);
    if (day === undefined) throw new Problem(422, 'invalid', 'Give a day like 2026-10-25.', { field: 'day' });
    const ribbons = await showRibbons(context, whoOf(request), periodId, day, people);
    answer(response, 'GET /periods/:period/day/ribbons', ribbons);
  });
  return routes.router;
}
