import { BulkPreview, BulkReply, type BulkRequest } from '@heath/contract';
import { api } from './base.ts';
import { byLines } from './by-lines.ts';
import { reads } from './reads.ts';

/** Many cards changed: what shows them is asked for anew. */
const CHANGED = ['cards', 'card', 'day', 'input', 'history', 'exceptions', 'strip', 'handoff'] as const;

export const { usePreviewBulkQuery, useSettleBulkMutation, useUndoBulkMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    previewBulk: build.query<BulkPreview, { periodId: number; body: BulkRequest }>({
      query: ({ periodId, body }) => ({
        url: `/periods/${periodId}/bulks/preview`,
        method: 'POST',
        body,
        ...byLines(body),
      }),
      transformResponse: reads(BulkPreview),
      keepUnusedDataFor: 0,
    }),
    settleBulk: build.mutation<BulkReply, { periodId: number; body: BulkRequest }>({
      query: ({ periodId, body }) => ({
        url: `/periods/${periodId}/bulks`,
        method: 'POST',
        body,
        ...byLines(body),
      }),
      transformResponse: reads(BulkReply),
      invalidatesTags: CHANGED,
    }),
    undoBulk: build.mutation<BulkReply, { periodId: number; bulkId: number }>({
      query: ({ periodId, bulkId }) => ({ url: `/periods/${periodId}/bulks/${bulkId}/undo`, method: 'POST' }),
      transformResponse: reads(BulkReply),
      invalidatesTags: CHANGED,
    }),
  }),
});
