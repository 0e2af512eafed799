import { FILE_FORMATS, ReportName, ReportQuery } from '@heath/contract';
import { workdayToIso } from '@heath/core';
import type { Router } from 'express';
import * as v from 'valibot';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { IdParam, valid } from '../../http/problem.ts';
import { guarded } from '../../rights/guarded.ts';
import { fileOfReport, TYPES } from './file.ts';
import { makeReport } from './service.ts';

const Format = v.optional(v.picklist(FILE_FORMATS, `Give ${FILE_FORMATS.join(', ')}.`), 'csv');

export function reportRoutes(context: Context): Router {
  const routes = guarded();
  const path = '/periods/:period/reports/:report';
  routes.get(path, async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const name = valid(ReportName, request.params.report);
    const { reply } = await makeReport(context, periodId, name, valid(ReportQuery, request.query));
    answer(response, `GET ${path}`, reply);
  });
  routes.get(`${path}/file`, async (request, response) => {
    const periodId = valid(IdParam, request.params.period);
    const name = valid(ReportName, request.params.report);
    const format = valid(Format, request.query.format);
    const { reply, sign } = await makeReport(context, periodId, name, valid(ReportQuery, request.query));
    const bytes = await fileOfReport(reply, format, sign);
    response.type(TYPES[format]).attachment(`${name}-${workdayToIso(reply.firstDay)}.${format}`);
    response.send(bytes);
  });
  return routes.router;
}
