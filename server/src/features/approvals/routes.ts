import { ApproveRequest } from '@heath/contract';
import type { Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { writeOf } from '../../http/write.ts';
import { approve, withdraw } from './service.ts';

export function approvalRoutes(context: Context): Router {
  const routes = guarded();
  routes.post('/periods/:period/approvals', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const wanted = valid(ApproveRequest, request.body);
    const approved = await approve(context, whoOf(request), writeOf(request), periodId, wanted);
    answer(response, 'POST /periods/:period/approvals', approved);
  });
  routes.post('/periods/:period/approvals/withdraw', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const wanted = valid(ApproveRequest, request.body);
    const withdrawn = await withdraw(context, whoOf(request), writeOf(request), periodId, wanted);
    answer(response, 'POST /periods/:period/approvals/withdraw', withdrawn);
  });
  return routes.router;
}
