import { AddCodeRequest, AssignCodeRequest } from '@heath/contract';
import type { Router } from 'express';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { valid } from '../../http/problem.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { guarded, whoOf } from '../../rights/guarded.ts';
import { assignCode, createCode, payCodes } from './service.ts';

export function payCodeRoutes(context: Context): Router {
  const routes = guarded();
  const { database } = context;
  routes.get('/pay-codes', async (_request, response) => {
    answer(response, 'GET /pay-codes', await payCodes(database));
  });
  routes.post('/pay-codes', async (request, response) => {
    const { code, name } = valid(AddCodeRequest, request.body);
    await createCode(context, whoOf(request), writeOf(request), code, name);
    answer(response, 'POST /pay-codes', await afterwards(() => payCodes(database)));
  });
  routes.put('/pay-codes/classes', async (request, response) => {
    const { classId, codeId } = valid(AssignCodeRequest, request.body);
    await assignCode(context, whoOf(request), writeOf(request), classId, codeId);
    answer(response, 'PUT /pay-codes/classes', await afterwards(() => payCodes(database)));
  });
  return routes.router;
}
