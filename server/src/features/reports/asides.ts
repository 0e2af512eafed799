import { ReportName, ReportQuery } from '@heath/contract';
import * as v from 'valibot';
import { IdParam, valid } from '../../base/problem.ts';
import { type Aside, type Asked, aside } from '../../http/aside.ts';
import { fileOfReport, ReportFormat } from './file.ts';
import { makeReport } from './service.ts';

/** Which report of which period is asked for. */
export const reportOf = ({ params, query }: Pick<Asked, 'params' | 'query'>) => ({
  periodId: valid(IdParam, params.period),
  name: valid(ReportName, params.report),
  query: valid(ReportQuery, query),
});

/** As what it is saved. */
export const formatOf = ({ query }: Pick<Asked, 'query'>) =>
  valid(v.object({ format: ReportFormat }), query).format;

export const reportAside = aside('GET /periods/:period/reports/:report', async (context, _who, asked) => {
  const { periodId, name, query } = reportOf(asked);
  return (await makeReport(context, periodId, name, query)).reply;
});

export const fileAside: Aside = {
  name: 'GET /periods/:period/reports/:report/file',
  bytes: async (context, _who, asked) => {
    const { periodId, name, query } = reportOf(asked);
    const { reply, sign } = await makeReport(context, periodId, name, query);
    return await fileOfReport(reply, formatOf(asked), sign, context.print);
  },
};
