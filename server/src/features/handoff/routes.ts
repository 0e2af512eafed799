import {
  DeliverRequest,
  EndBatchRequest,
  ExplainRequest,
  HandOffRequest,
  StateRequest,
} from '@heath/contract';
import type { Router } from 'express';
import { IdParam, Problem, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import { reportTo } from '../../http/by-lines.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { sendInParts } from '../../http/in-parts.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { chunksOf } from '../../pay/batch-file.ts';
import { mediaType } from '../../pay/file-maker.ts';
import { handoffAsides } from './asides.ts';
import { askWhatIsThere, stateWhatIsThere } from './deliveries/doubt.ts';
import { NoAnswer } from './deliveries/pay-system.ts';
import { explainUnmatched, paySystemOf } from './deliveries/pay-system-service.ts';
import { deliverBatch } from './deliveries/service.ts';
import { takeOutRest } from './deliveries/take-out.ts';
import { handOff } from './sealing.ts';
import { batchDetail, batchWithin, handoffOf } from './service.ts';
import { takeBack } from './taking-back.ts';

export function handoffRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/handoff', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    answer(response, 'GET /periods/:period/handoff', await handoffOf(context, whoOf(request), periodId));
  });
  routes.aside(context, handoffAsides);
  routes.post('/periods/:period/handoff', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const asked = valid(HandOffRequest, request.body ?? {});
    await handOff(context, whoOf(request), writeOf(request), periodId, asked, reportTo(request, response));
    const sealed = await afterwards(() => handoffOf(context, whoOf(request), periodId));
    answer(response, 'POST /periods/:period/handoff', sealed);
  });
  routes.get('/handoffs/:id', async (request, response) => {
    const id = valid(IdParam, request.params.id);
    await batchWithin(context, whoOf(request), id);
    answer(response, 'GET /handoffs/:id', await batchDetail(context, id));
  });
  routes.get('/handoffs/:id/file', async (request, response) => {
    const batch = await batchWithin(context, whoOf(request), valid(IdParam, request.params.id));
    const { file } = batch;
    if (file === null)
      throw new Problem(404, 'not-found', 'This batch has no file: an earlier Heath made it.');
    response.type(mediaType(file.layout)).attachment(file.name);
    response.set('Content-Length', String(file.bytes));
    await sendInParts(response, chunksOf(context.database, batch.batch.id));
  });
  routes.post('/handoffs/:id/deliver', async (request, response) => {
    const id = valid(IdParam, request.params.id);
    await batchWithin(context, whoOf(request), id);
    const { what } = valid(DeliverRequest, request.body);
    await deliverBatch(context, whoOf(request), writeOf(request), id, what);
    answer(response, 'POST /handoffs/:id/deliver', await afterwards(() => batchDetail(context, id)));
  });
  routes.post('/handoffs/:id/take-out', async (request, response) => {
    const id = valid(IdParam, request.params.id);
    await batchWithin(context, whoOf(request), id);
    const { reason } = valid(EndBatchRequest, request.body);
    await takeOutRest(context, whoOf(request), writeOf(request), id, reason);
    context.nudge();
    answer(response, 'POST /handoffs/:id/take-out', await afterwards(() => batchDetail(context, id)));
  });
  routes.post('/handoffs/:id/ask', async (request, response) => {
    const id = valid(IdParam, request.params.id);
    await batchWithin(context, whoOf(request), id);
    // Asked for by a key like every write, though asking twice does nothing twice.
    writeOf(request);
    try {
      await askWhatIsThere(context, id);
    } catch (error) {
      if (error instanceof NoAnswer) throw new Problem(409, 'in-doubt', error.message);
      throw error;
    }
    answer(response, 'POST /handoffs/:id/ask', await afterwards(() => batchDetail(context, id)));
  });
  routes.post('/handoffs/:id/state', async (request, response) => {
    const id = valid(IdParam, request.params.id);
    await batchWithin(context, whoOf(request), id);
    const stated = valid(StateRequest, request.body);
    await stateWhatIsThere(context, whoOf(request), writeOf(request), id, stated);
    context.nudge();
    answer(response, 'POST /handoffs/:id/state', await afterwards(() => batchDetail(context, id)));
  });
  routes.get('/pay-system', async (_request, response) => {
    answer(response, 'GET /pay-system', await paySystemOf(context));
  });
  routes.post('/pay-system/explain', async (request, response) => {
    const { keys, reason } = valid(ExplainRequest, request.body);
    await explainUnmatched(context, whoOf(request), writeOf(request), keys, reason);
    answer(response, 'POST /pay-system/explain', await afterwards(() => paySystemOf(context)));
  });
  for (const [path, name, how] of [
    ['/handoffs/:id/reopen', 'POST /handoffs/:id/reopen', 'reopened'],
    ['/handoffs/:id/void', 'POST /handoffs/:id/void', 'void'],
  ] as const)
    routes.post(path, async (request, response) => {
      const id = valid(IdParam, request.params.id);
      await batchWithin(context, whoOf(request), id);
      const { reason } = valid(EndBatchRequest, request.body);
      await takeBack(context, whoOf(request), writeOf(request), id, how, reason);
      context.nudge();
      answer(response, name, await afterwards(() => batchDetail(context, id)));
    });
  return routes.router;
}
