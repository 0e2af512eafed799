import type { Router } from 'express';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded } from '../../http/guarded.ts';
import { placesByName } from './store.ts';

export function placeRoutes({ database }: Context): Router {
  const routes = guarded();
  routes.get('/places', async (_request, response) => {
    answer(response, 'GET /places', await placesByName(database));
  });
  return routes.router;
}
