import { KeepReasonRequest } from '@heath/contract';
import type { Router } from 'express';
import { valid } from '../../base/problem.ts';
import { once } from '../../database/answered.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { somebody } from '../../rights/who.ts';
import { keepReason, reasons } from './store.ts';

export function reasonRoutes(context: Context): Router {
  const routes = guarded();
  const { database, clock } = context;
  routes.get('/reasons', async (_request, response) => {
    answer(response, 'GET /reasons', { reasons: await reasons(database) });
  });
  routes.post('/reasons', async (request, response) => {
    const { text } = valid(KeepReasonRequest, request.body);
    const who = whoOf(request);
    await once(context, who, writeOf(request), async (tx, tell) => {
      const id = await keepReason(tx, { text, madeBy: somebody(who), madeAt: clock.now() });
      tell({ what: 'kept', about: 'reason', aboutId: id, pays: 'nobody', after: { text } });
      return null;
    });
    answer(response, 'POST /reasons', { reasons: await afterwards(() => reasons(database)) });
  });
  return routes.router;
}
