import { AddLayoutRequest, ChangeLayoutRequest } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { encodedTextIn } from '../../http/text-in.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { layoutAsides } from './asides.ts';
import { recognizeSample } from './recognize.ts';
import { allLayouts, createLayout, dropLayout, keepLayout, useLayout } from './service.ts';

/** A sample is a page or two: more would be somebody's pay. */
const MOST_OF_A_SAMPLE = '1mb';

export function layoutRoutes(context: Context): Router {
  const routes = guarded();
  const all = () => afterwards(() => allLayouts(context));
  routes.get('/layouts', async (_request, response) => {
    answer(response, 'GET /layouts', await allLayouts(context));
  });
  routes.post('/layouts', async (request, response) => {
    const { says } = valid(AddLayoutRequest, request.body);
    await createLayout(context, whoOf(request), writeOf(request), says);
    answer(response, 'POST /layouts', await all());
  });
  routes.post('/layouts/recognize', async (request, response) => {
    const sample = await encodedTextIn(request, MOST_OF_A_SAMPLE);
    answer(response, 'POST /layouts/recognize', await recognizeSample(context, sample));
  });
  routes.put('/layouts/:layout', async (request, response) => {
    const id = valid(IdParam, request.params.layout);
    const { says, version } = valid(ChangeLayoutRequest, request.body);
    await keepLayout(context, whoOf(request), writeOf(request), id, says, version);
    answer(response, 'PUT /layouts/:layout', await all());
  });
  routes.delete('/layouts/:layout', async (request, response) => {
    await dropLayout(context, whoOf(request), writeOf(request), valid(IdParam, request.params.layout));
    answer(response, 'DELETE /layouts/:layout', await all());
  });
  routes.put('/layouts/:layout/use', async (request, response) => {
    await useLayout(context, whoOf(request), writeOf(request), valid(IdParam, request.params.layout));
    answer(response, 'PUT /layouts/:layout/use', await all());
  });
  routes.aside(context, layoutAsides);
  return routes.router;
}
