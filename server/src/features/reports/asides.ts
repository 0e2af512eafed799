import { aside, fileAside } from '../../http/aside.ts';
import { fileOfReport } from './file.ts';
import { makeReport } from './service.ts';

export const reportShown = aside('report', async (context, who, { params, query }) => {
  const { reply } = await makeReport(context, who, params.period, params.report, query);
  return reply;
});

export const reportSaved = fileAside('reportFile', async (context, who, { params, query }) => {
  const { reply, sign, writer } = await makeReport(context, who, params.period, params.report, query);
  return await fileOfReport(reply, query.format, { sign, writer, print: context.print });
});
