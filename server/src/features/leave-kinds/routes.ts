import type { Router } from 'express';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded } from '../../http/guarded.ts';
import { leaveKinds } from './store.ts';

export function leaveKindRoutes({ database }: Context): Router {
  const routes = guarded();
  routes.get('/leave-kinds', async (_request, response) => {
    answer(response, 'GET /leave-kinds', { kinds: await leaveKinds(database) });
  });
  return routes.router;
}
