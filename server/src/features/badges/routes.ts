import { GiveBadgeRequest } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { writeOf } from '../../http/write.ts';
import { giveBadge, listUnowned } from './service.ts';

export function badgeRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/badges/unowned', async (_request, response) => {
    answer(response, 'GET /badges/unowned', await listUnowned(context));
  });
  routes.put('/badges/:badge/owner', async (request, response) => {
    const id = valid(IdParam, request.params.badge);
    await giveBadge(context, whoOf(request), writeOf(request), id, valid(GiveBadgeRequest, request.body));
    response.status(204).end();
  });
  return routes.router;
}
