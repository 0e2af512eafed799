import { SettleRequest } from '@heath/contract';
import { type Request, Router } from 'express';
import type { Context } from '../../http/context.ts';
import { IdParam, valid } from '../../http/problem.ts';
import { previewSettle, settle, undo } from './service.ts';

type Params = { period: string; person: string };
const cardOf = (request: Request<Params>): [period: number, person: number] => [
  valid(IdParam, request.params.period),
  valid(IdParam, request.params.person),
];

export function settleRoutes(
  context: Context,
  openCard: (period: number, person: number) => Promise<unknown>,
): Router {
  const routes = Router();
  routes.post('/periods/:period/cards/:person/preview', async (request, response) => {
    response.json(await previewSettle(context, ...cardOf(request), valid(SettleRequest, request.body)));
  });
  routes.post('/periods/:period/cards/:person/settle', async (request, response) => {
    const card = cardOf(request);
    const settling = valid(SettleRequest, request.body);
    const correctionId = await settle(context, request.session.user!.id, ...card, settling);
    response.status(201).json({ correctionId, card: await openCard(...card) });
  });
  routes.post('/periods/:period/cards/:person/corrections/:correction/undo', async (request, response) => {
    const card = cardOf(request);
    const id = valid(IdParam, request.params.correction);
    const correctionId = await undo(context, request.session.user!.id, ...card, id);
    response.status(201).json({ correctionId, card: await openCard(...card) });
  });
  return routes;
}
