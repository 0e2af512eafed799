import { type FileFormat, type ReportName, type ReportQuery, reportOperations } from '@heath/contract';
import { workdayToIso } from '@heath/core';
import { api } from './requests/base.ts';
import { addressOf, call, callAlone } from './requests/call.ts';

const { reports, report, reportFile } = reportOperations;

interface AskedReport {
  readonly periodId: number;
  readonly name: ReportName;
  readonly query: ReportQuery;
}

const asked = ({ periodId, name, query: { from, to, ...query } }: AskedReport) => ({
  params: { period: periodId, report: name },
  query: {
    ...query,
    ...(from === undefined || to === undefined ? {} : { from: workdayToIso(from), to: workdayToIso(to) }),
  },
});

/** Where a report is as a file: `/periods/7/reports/bridge/file?by=department&format=csv`. */
export const reportFilePath = (one: AskedReport, format: FileFormat): string => {
  const { params, query } = asked(one);
  return addressOf(reportFile, { params, query: { ...query, format } });
};

export const { useReportsQuery, useReportQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    reports: build.query(callAlone(reports)),
    report: build.query({
      ...call(report, asked),
      keepUnusedDataFor: 30,
    }),
  }),
});
