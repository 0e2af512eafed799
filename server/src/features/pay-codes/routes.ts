import { AddCodeRequest, AssignCodeRequest } from '@heath/contract';
import { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { valid } from '../../http/problem.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { assignCode, createCode, payCodes } from './service.ts';

export function payCodeRoutes({ database }: Context): Router {
  const routes = Router();
  routes.get('/pay-codes', async (_request, response) => {
    response.json(await payCodes(database));
  });
  routes.post('/pay-codes', async (request, response) => {
    const { code, name } = valid(AddCodeRequest, request.body);
    await createCode(database, writeOf(request), code, name);
    response.status(201).json(await afterwards(() => payCodes(database)));
  });
  routes.put('/pay-codes/classes', async (request, response) => {
    const { classId, codeId } = valid(AssignCodeRequest, request.body);
    await assignCode(database, writeOf(request), classId, codeId);
    response.json(await afterwards(() => payCodes(database)));
  });
  return routes;
}
