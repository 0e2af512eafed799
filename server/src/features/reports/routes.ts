import { type Workday, workdayToIso } from '@heath/core';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { bytesAside, guarded } from '../../http/guarded.ts';
import { sendInParts } from '../../http/in-parts.ts';
import { periodAt } from '../../http/period-at.ts';
import { fileAside, formatOf, reportAside, reportOf } from './asides.ts';
import { csvInParts, TYPES } from './file.ts';
import { rowsInParts } from './service.ts';

export function reportRoutes(context: Context): Router {
  const routes = guarded();
  routes.aside(context, [reportAside]);
  routes.get('/periods/:period/reports/:report/file', async (request, response) => {
    const { periodId, name, query } = reportOf(request);
    const format = formatOf(request);
    const fileOf = (firstDay: Workday) =>
      response.type(TYPES[format]).attachment(`${name}-${workdayToIso(firstDay)}.${format}`);
    const long = format === 'csv' ? await rowsInParts(context, periodId, name, query) : null;
    if (long !== null) {
      fileOf(long.firstDay);
      await sendInParts(response, csvInParts(long.columns, long.rows));
      return;
    }
    const { firstDay } = await periodAt(context.database, periodId);
    const bytes = await bytesAside(context, fileAside.name, request, response);
    fileOf(firstDay).send(bytes);
  });
  return routes.router;
}
