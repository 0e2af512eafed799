import { AddCodeRequest } from '@heath/contract';
import type { Router } from 'express';
import { valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { textIn } from '../../http/text-in.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { ratesOf, takeRates } from './rates.ts';
import { createCode, payCodes, takeCodes, takePeople } from './service.ts';

/** A list of a hundred thousand people is about this large. */
const MOST_OF_A_LIST = '8mb';

export function payCodeRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/pay-codes', async (request, response) => {
    answer(response, 'GET /pay-codes', await payCodes(context, whoOf(request)));
  });
  routes.post('/pay-codes', async (request, response) => {
    await createCode(context, whoOf(request), writeOf(request), valid(AddCodeRequest, request.body));
    answer(response, 'POST /pay-codes', await afterwards(() => payCodes(context, whoOf(request))));
  });
  routes.put('/pay-codes/list', async (request, response) => {
    const list = await textIn(request, MOST_OF_A_LIST);
    answer(response, 'PUT /pay-codes/list', await takeCodes(context, whoOf(request), writeOf(request), list));
  });
  routes.get('/pay-codes/rates', async (request, response) => {
    answer(response, 'GET /pay-codes/rates', await ratesOf(context, whoOf(request)));
  });
  routes.put('/pay-codes/rates', async (request, response) => {
    const list = await textIn(request, MOST_OF_A_LIST);
    answer(
      response,
      'PUT /pay-codes/rates',
      await takeRates(context, whoOf(request), writeOf(request), list),
    );
  });
  routes.put('/pay-codes/people', async (request, response) => {
    const list = await textIn(request, MOST_OF_A_LIST);
    answer(
      response,
      'PUT /pay-codes/people',
      await takePeople(context, whoOf(request), writeOf(request), list),
    );
  });
  return routes.router;
}
