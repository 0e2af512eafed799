import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { ReportFormat, ReportName, ReportQuery, ReportReply } from './schemas.ts';

export const reportOperations = {
  report: defineOperation({
    method: 'GET',
    path: '/periods/:period/reports/:report',
    says: 'A report of a period: hours and cost, the bridge, two periods side by side, overtime, and what else there is.',
    asks: 'see pay',
    concerns: 'everybody',
    load: 'heavy',
    params: { period: IdParam, report: ReportName },
    query: ReportQuery.entries,
    gives: ReportReply,
    status: 200,
  }),
  reportFile: defineOperation({
    method: 'GET',
    path: '/periods/:period/reports/:report/file',
    says: 'The same as a file: CSV, XLSX or PDF.',
    asks: 'see pay',
    concerns: 'everybody',
    load: 'heavy',
    params: { period: IdParam, report: ReportName },
    query: { ...ReportQuery.entries, format: ReportFormat },
    gives: 'file',
    status: 200,
  }),
} as const;
