import { DecideRequest } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { decide, differences, sentAndNow } from './service.ts';

export function differenceRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/differences', async (request, response) => {
    answer(response, 'GET /differences', await differences(context, whoOf(request)));
  });
  routes.post('/differences/decide', async (request, response) => {
    const asked = valid(DecideRequest, request.body);
    const who = whoOf(request);
    const decided = await decide(context, who, writeOf(request), asked);
    const after = await afterwards(() => differences(context, who));
    answer(response, 'POST /differences/decide', { ...decided, ...after });
  });
  routes.get('/periods/:period/cards/:person/sent', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const personId = valid(IdParam, request.params.person);
    const sent = await sentAndNow(context, whoOf(request), periodId, personId);
    answer(response, 'GET /periods/:period/cards/:person/sent', sent);
  });
  return routes.router;
}
