import { KeepMappingRequest } from '@heath/contract';
import type { Router } from 'express';
import { valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { mappingAsides } from './asides.ts';
import { keepMapping, mappingNow } from './service.ts';

export function mappingRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/mapping', async (request, response) => {
    answer(response, 'GET /mapping', await mappingNow(context, whoOf(request)));
  });
  routes.put('/mapping', async (request, response) => {
    const { basedOn, rules } = valid(KeepMappingRequest, request.body);
    await keepMapping(context, whoOf(request), writeOf(request), basedOn, rules);
    answer(response, 'PUT /mapping', await afterwards(() => mappingNow(context, whoOf(request))));
  });
  routes.aside(context, mappingAsides);
  return routes.router;
}
