import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { ReportFormat, ReportName, ReportQuery, ReportReply, ReportsReply } from './schemas.ts';

export const reportOperations = {
  reports: defineOperation({
    method: 'GET',
    path: '/reports',
    says: 'The reports that there are, and what each can be asked.',
    asks: 'see pay',
    gives: ReportsReply,
    status: 200,
  }),
  report: defineOperation({
    method: 'GET',
    path: '/periods/:period/reports/:report',
    says: 'A report of a period, by its name in the list of reports.',
    asks: 'see pay',
    concerns: 'everybody',
    load: 'heavy',
    params: { period: IdParam, report: ReportName },
    query: ReportQuery.entries,
    example: { params: { report: 'hours-and-cost' }, query: { by: 'department' } },
    gives: ReportReply,
    // It follows from cards, what they are mapped to, and what they cost.
    shows: ['cards', 'handoff', 'mapping', 'pay-codes'],
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
    example: { params: { report: 'hours-and-cost' }, query: { by: 'department', format: 'csv' } },
    gives: 'file',
    status: 200,
  }),
} as const;
