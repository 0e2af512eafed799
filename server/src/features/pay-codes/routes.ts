import { AddCodeRequest, AssignCodeRequest } from '@heath/contract';
import type { ClassId } from '@heath/core';
import { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { valid } from '../../http/problem.ts';
import { assignCode, createCode, payCodes } from './service.ts';

export function payCodeRoutes({ database }: Context): Router {
  const routes = Router();
  routes.get('/pay-codes', async (_request, response) => {
    response.json(await payCodes(database));
  });
  routes.post('/pay-codes', async (request, response) => {
    const { code, name } = valid(AddCodeRequest, request.body);
    await createCode(database, code, name);
    response.status(201).json(await payCodes(database));
  });
  routes.put('/pay-codes/classes', async (request, response) => {
    const { classId, codeId } = valid(AssignCodeRequest, request.body);
    await assignCode(database, classId as ClassId, codeId);
    response.json(await payCodes(database));
  });
  return routes;
}
