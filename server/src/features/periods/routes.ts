import { LockRequest, MakePayPeriodsRequest } from '@heath/contract';
import type { Router } from 'express';
import { valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { listPeriods, lockDays, makePayPeriods, payPeriodsOf, previewPayPeriods } from './service.ts';

export function periodRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods', async (_request, response) => {
    answer(response, 'GET /periods', await listPeriods(context));
  });
  routes.get('/pay-periods', async (_request, response) => {
    answer(response, 'GET /pay-periods', await payPeriodsOf(context));
  });
  routes.post('/pay-periods/preview', async (request, response) => {
    const asked = valid(MakePayPeriodsRequest, request.body);
    answer(response, 'POST /pay-periods/preview', await previewPayPeriods(context, asked));
  });
  routes.post('/pay-periods', async (request, response) => {
    const asked = valid(MakePayPeriodsRequest, request.body);
    await makePayPeriods(context, whoOf(request), writeOf(request), asked);
    context.nudge();
    answer(response, 'POST /pay-periods', await afterwards(() => payPeriodsOf(context)));
  });
  routes.put('/pay-periods/lock', async (request, response) => {
    const asked = valid(LockRequest, request.body);
    await lockDays(context, whoOf(request), writeOf(request), asked);
    answer(response, 'PUT /pay-periods/lock', await afterwards(() => payPeriodsOf(context)));
  });
  return routes.router;
}
