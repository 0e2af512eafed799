import { type ReportName, type ReportQuery, ReportReply } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

interface AskedReport {
  readonly periodId: number;
  readonly name: ReportName;
  readonly query: ReportQuery;
}

/** Where a report is: `/periods/7/reports/bridge?by=department`. */
export function reportPath({ periodId, name, query }: AskedReport, file: string | null = null): string {
  const asked = new URLSearchParams();
  for (const [key, value] of Object.entries(query)) if (value !== undefined) asked.set(key, value);
  if (file !== null) asked.set('format', file);
  const text = asked.toString();
  return `/periods/${periodId}/reports/${name}${file === null ? '' : '/file'}${text === '' ? '' : `?${text}`}`;
}

export const { useReportQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    report: build.query<ReportReply, AskedReport>({
      query: (asked) => reportPath(asked),
      transformResponse: reads(ReportReply),
      // Whatever changes cards, what they are mapped to or what they cost.
      providesTags: ['cards', 'handoff', 'mapping', 'pay-codes'],
      keepUnusedDataFor: 30,
    }),
  }),
});
