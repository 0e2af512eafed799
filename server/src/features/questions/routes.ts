import { AnswerRequest, AskRequest } from '@heath/contract';
import type { Request, Router } from 'express';
import { IdParam, valid } from '../../base/problem.ts';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { guarded, whoOf } from '../../http/guarded.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { answerQuestion, ask, follow, listQuestions } from './service.ts';

export function questionRoutes(context: Context): Router {
  const routes = guarded();
  const periodOf = (request: Request) => valid(IdParam, request.params.period);
  const idOf = (request: Request) => ({
    periodId: periodOf(request),
    id: valid(IdParam, request.params.question),
  });
  const listed = (request: Request) => listQuestions(context, whoOf(request), periodOf(request));
  routes.get('/periods/:period/questions', async (request, response) => {
    answer(response, 'GET /periods/:period/questions', await listed(request));
  });
  routes.post('/periods/:period/cards/:person/questions', async (request, response) => {
    const key = { periodId: periodOf(request), personId: valid(IdParam, request.params.person) };
    await ask(context, whoOf(request), writeOf(request), key, valid(AskRequest, request.body));
    const all = await afterwards(() => listed(request));
    answer(response, 'POST /periods/:period/cards/:person/questions', all);
  });
  routes.post('/periods/:period/questions/:question/answer', async (request, response) => {
    const answered = valid(AnswerRequest, request.body);
    await answerQuestion(context, whoOf(request), writeOf(request), idOf(request), answered);
    const all = await afterwards(() => listed(request));
    answer(response, 'POST /periods/:period/questions/:question/answer', all);
  });
  routes.post('/periods/:period/questions/:question/remind', async (request, response) => {
    await follow(context, whoOf(request), writeOf(request), idOf(request), 'reminded');
    const all = await afterwards(() => listed(request));
    answer(response, 'POST /periods/:period/questions/:question/remind', all);
  });
  routes.post('/periods/:period/questions/:question/withdraw', async (request, response) => {
    await follow(context, whoOf(request), writeOf(request), idOf(request), 'withdrawn');
    const all = await afterwards(() => listed(request));
    answer(response, 'POST /periods/:period/questions/:question/withdraw', all);
  });
  return routes.router;
}
