import { FILE_FORMATS, ReportName, ReportQuery } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import type { Router } from 'express';
import * as v from 'valibot';
import { answer } from '../../http/answer.ts';
import type { Context } from '../../http/context.ts';
import { sendInParts } from '../../http/in-parts.ts';
import { IdParam, valid } from '../../http/problem.ts';
import { guarded } from '../../rights/guarded.ts';
import { csvInParts, fileOfReport, TYPES } from './file.ts';
import { makeReport, rowsInParts } from './service.ts';

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
    const query = valid(ReportQuery, request.query);
    const fileOf = (firstDay: Workday) =>
      response.type(TYPES[format]).attachment(`${name}-${workdayToIso(firstDay)}.${format}`);
    const long = format === 'csv' ? await rowsInParts(context, periodId, name, query) : null;
    if (long !== null) {
      fileOf(long.firstDay);
      await sendInParts(response, csvInParts(long.columns, long.rows));
      return;
    }
    const { reply, sign } = await makeReport(context, periodId, name, query);
    const bytes = await fileOfReport(reply, format, sign, context.print);
    fileOf(reply.firstDay).send(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength));
  });
  return routes.router;
}
