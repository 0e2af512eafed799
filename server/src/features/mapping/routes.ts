import { KeepMappingRequest, PreviewMappingRequest } from '@heath/contract';
import type { Router } from 'express';
import { answer } from '../../http/answer.ts';
import { reportTo } from '../../http/by-lines.ts';
import type { Context } from '../../http/context.ts';
import { IdParam, valid } from '../../http/problem.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { guarded, whoOf } from '../../rights/guarded.ts';
import { keepMapping, mappingNow, previewMapping } from './service.ts';

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
  routes.post('/periods/:period/mapping/preview', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const { rules } = valid(PreviewMappingRequest, request.body);
    const preview = await previewMapping(context, periodId, rules, reportTo(request, response));
    answer(response, 'POST /periods/:period/mapping/preview', preview);
  });
  return routes.router;
}
