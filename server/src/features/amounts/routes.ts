import { AddAmountsRequest, TakeAmountsQuery } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { textIn } from '../../http/text-in.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { addAll, amounts, takeAmountBack, takeAmounts } from './service.ts';

/** Two thousand lines are far less. */
const MOST_OF_A_LIST = '1mb';

export function amountRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/amounts', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    answer(response, 'GET /periods/:period/amounts', await amounts(context, whoOf(request), periodId));
  });
  routes.post('/periods/:period/amounts', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    await addAll(context, whoOf(request), writeOf(request), periodId, valid(AddAmountsRequest, request.body));
    context.nudge();
    answer(
      response,
      'POST /periods/:period/amounts',
      await afterwards(() => amounts(context, whoOf(request), periodId)),
    );
  });
  routes.put('/periods/:period/amounts/list', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const { again } = valid(TakeAmountsQuery, request.query);
    const list = await textIn(request, MOST_OF_A_LIST);
    await takeAmounts(context, whoOf(request), writeOf(request), periodId, list, again);
    context.nudge();
    answer(
      response,
      'PUT /periods/:period/amounts/list',
      await afterwards(() => amounts(context, whoOf(request), periodId)),
    );
  });
  routes.post('/amounts/:amount/undo', async (request, response) => {
    const id = valid(IdParam, request.params.amount);
    const periodId = await takeAmountBack(context, whoOf(request), writeOf(request), id);
    context.nudge();
    answer(
      response,
      'POST /amounts/:amount/undo',
      await afterwards(() => amounts(context, whoOf(request), periodId)),
    );
  });
  return routes.router;
}
