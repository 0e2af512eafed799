import { workdayToIso } from '@heath/core';
import type { Router } from 'express';
import * as v from 'valibot';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { IdParam, Problem, valid } from '../../http/problem.ts';
import { afterwards, writeOf } from '../../http/write.ts';
import { guarded, whoOf } from '../../rights/guarded.ts';
import { writeFile } from './file.ts';
import { handOff, handoffOf } from './service.ts';
import { findBatch } from './store.ts';

const By = v.optional(v.picklist(['workday', 'period'], 'Lines are by workday or by period.'), 'workday');

export function handoffRoutes(context: Context): Router {
  const routes = guarded();
  routes.get('/periods/:period/handoff', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    answer(response, 'GET /periods/:period/handoff', await handoffOf(context, periodId));
  });
  routes.post('/periods/:period/handoff', async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    await handOff(context, whoOf(request), writeOf(request), periodId);
    const sealed = await afterwards(() => handoffOf(context, periodId));
    answer(response, 'POST /periods/:period/handoff', sealed);
  });
  routes.get('/handoffs/:id/file.csv', async (request, response) => {
    const by = valid(By, request.query.by);
    const batch = await findBatch(context.database, valid(IdParam, request.params.id));
    if (batch === undefined) throw new Problem(404, 'not-found', 'There is no such batch.');
    const days = `${workdayToIso(batch.firstDay)}_${workdayToIso(batch.lastDay)}`;
    response.type('text/csv').attachment(`handoff-${batch.batch.id}_${days}_by-${by}.csv`);
    await writeFile(context.database, batch, by, response);
  });
  return routes.router;
}
