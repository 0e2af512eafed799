import { SaveSearchRequest, Search } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, Problem, valid } from '../../base/problem.ts';
import { once } from '../../database/answered.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { somebody } from '../../rights/who.ts';
import { find, listSearches } from './service.ts';
import { forgetSearch, saveSearch } from './store.ts';

export function finderRoutes(context: Context): Router {
  const routes = guarded();
  const { database } = context;
  routes.post('/found', async (request, response) => {
    answer(response, 'POST /found', await find(context, whoOf(request), valid(Search, request.body)));
  });
  routes.get('/searches', async (request, response) => {
    answer(response, 'GET /searches', await listSearches(database, whoOf(request)));
  });
  routes.post('/searches', async (request, response) => {
    const { name, look } = valid(SaveSearchRequest, request.body);
    const who = whoOf(request);
    await once(context, who, writeOf(request), async (tx, tell) => {
      const id = await saveSearch(tx, { userId: somebody(who), name, search: look });
      tell({ what: 'kept', about: 'saved_search', aboutId: id, pays: 'nobody', after: { name, look } });
      return null;
    });
    answer(response, 'POST /searches', await afterwards(() => listSearches(database, who)));
  });
  routes.delete('/searches/:search', async (request, response) => {
    const id = valid(IdParam, request.params.search);
    const who = whoOf(request);
    await once(context, who, writeOf(request), async (tx, tell) => {
      if (!(await forgetSearch(tx, somebody(who), id)))
        throw new Problem(404, 'not-found', 'There is no such search of yours.');
      tell({ what: 'forgotten', about: 'saved_search', aboutId: id, pays: 'nobody' });
      return null;
    });
    answer(response, 'DELETE /searches/:search', await afterwards(() => listSearches(database, who)));
  });
  return routes.router;
}
