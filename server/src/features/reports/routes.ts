import { reportOperations } from '@heath/contract';
import { type Workday, workdayToIso } from '@heath/core';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { sendInParts } from '../../http/in-parts.ts';
import { periodAt } from '../../http/period-at.ts';
import { bytesAside, SENT, serve } from '../../http/serve.ts';
import { reportSaved, reportShown } from './asides.ts';
import { csvInParts, TYPES } from './file.ts';
import { listReports, rowsInParts } from './service.ts';

export const reportRoutes = (context: Context): Router =>
  serve(context, reportOperations, {
    reports: () => listReports(context),
    report: reportShown,
    async reportFile({ who, params: { period, report }, query, request, response }) {
      const { format } = query;
      const fileOf = (firstDay: Workday) =>
        response.type(TYPES[format]).attachment(`${report}-${workdayToIso(firstDay)}.${format}`);
      const long = format === 'csv' ? await rowsInParts(context, who, period, report, query) : null;
      if (long !== null) {
        fileOf(long.firstDay);
        await sendInParts(response, csvInParts(long.columns, long.rows));
        return SENT;
      }
      const { firstDay } = await periodAt(context.database, period);
      const bytes = await bytesAside(context.aside, reportSaved.name, request, response);
      fileOf(firstDay).send(bytes);
      return SENT;
    },
  });
