import { BulkRequest, CorrectRequest, SettleRequest } from '@heath/contract';
import type { Request, Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import type { CardKey } from '../../cards/read-card.ts';
import { answer } from '../../http/answer.ts';
import { reportTo } from '../../http/by-lines.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { writeOf } from '../../http/write.ts';
import { bulkAsides } from './asides.ts';
import { settleBulk, undoBulk } from './bulk.ts';
import { cardInput } from './input.ts';
import { correct, previewCorrect, previewSettle, settle, undo } from './service.ts';

const keyOf = (request: Request): CardKey => ({
  periodId: valid(IdParam, request.params.period),
  personId: valid(IdParam, request.params.person),
});

export function correctionRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/cards/:person/input', async (request, response) => {
    const input = await cardInput(context, whoOf(request), keyOf(request));
    answer(response, 'GET /periods/:period/cards/:person/input', input);
  });
  routes.post('/periods/:period/cards/:person/preview', async (request, response) => {
    const settling = valid(SettleRequest, request.body);
    const effect = await previewSettle(context, whoOf(request), keyOf(request), settling);
    answer(response, 'POST /periods/:period/cards/:person/preview', effect);
  });
  routes.post('/periods/:period/cards/:person/settle', async (request, response) => {
    const settling = valid(SettleRequest, request.body);
    const settled = await settle(context, writeOf(request), whoOf(request), keyOf(request), settling);
    answer(response, 'POST /periods/:period/cards/:person/settle', settled);
  });
  routes.post('/periods/:period/cards/:person/corrections/preview', async (request, response) => {
    const correcting = valid(CorrectRequest, request.body);
    const effect = await previewCorrect(context, whoOf(request), keyOf(request), correcting);
    answer(response, 'POST /periods/:period/cards/:person/corrections/preview', effect);
  });
  routes.post('/periods/:period/cards/:person/corrections', async (request, response) => {
    const correcting = valid(CorrectRequest, request.body);
    const corrected = await correct(context, writeOf(request), whoOf(request), keyOf(request), correcting);
    answer(response, 'POST /periods/:period/cards/:person/corrections', corrected);
  });
  routes.post('/periods/:period/cards/:person/corrections/:correction/undo', async (request, response) => {
    const id = valid(IdParam, request.params.correction);
    const undone = await undo(context, writeOf(request), whoOf(request), keyOf(request), id);
    answer(response, 'POST /periods/:period/cards/:person/corrections/:correction/undo', undone);
  });
  routes.aside(context, bulkAsides);
  routes.post('/periods/:period/bulks', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const asked = valid(BulkRequest, request.body);
    const settled = await settleBulk(
      context,
      writeOf(request),
      whoOf(request),
      periodId,
      asked,
      reportTo(request, response),
    );
    answer(response, 'POST /periods/:period/bulks', settled);
  });
  routes.post('/periods/:period/bulks/:bulk/undo', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const id = valid(IdParam, request.params.bulk);
    const undone = await undoBulk(context, writeOf(request), whoOf(request), periodId, id);
    answer(response, 'POST /periods/:period/bulks/:bulk/undo', undone);
  });
  return routes.router;
}
