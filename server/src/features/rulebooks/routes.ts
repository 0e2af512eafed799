import { AddEditionRequest } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { addEdition, rulebooks, rulesOf } from './service.ts';

export function rulebookRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/rulebooks', async (_request, response) => {
    answer(response, 'GET /rulebooks', await rulebooks(context));
  });
  routes.get('/rulebooks/:rulebook/editions/:edition', async (request, response) => {
    const id = valid(IdParam, request.params.rulebook);
    const edition = valid(IdParam, request.params.edition);
    const { name, rules } = await rulesOf(context, id, edition);
    response.type('json').attachment(`${name}, edition ${edition}.json`);
    response.send(`${JSON.stringify(rules, null, 2)}\n`);
  });
  routes.post('/rulebooks/:rulebook/editions', async (request, response) => {
    const id = valid(IdParam, request.params.rulebook);
    const asked = valid(AddEditionRequest, request.body);
    await addEdition(context, whoOf(request), writeOf(request), id, asked);
    context.nudge();
    answer(response, 'POST /rulebooks/:rulebook/editions', await afterwards(() => rulebooks(context)));
  });
  return routes.router;
}
