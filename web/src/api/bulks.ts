import { type BulkRequest, correctionOperations } from '@heath/contract';
import { api } from './requests/base.ts';
import { call } from './requests/call.ts';

const { previewBulk, settleBulk, undoBulk } = correctionOperations;

interface Many {
  readonly periodId: number;
  readonly body: BulkRequest;
}
const asked = ({ periodId, body }: Many) => ({ params: { period: periodId }, body, tellsProgress: true });

export const { usePreviewBulkQuery, useSettleBulkMutation, useUndoBulkMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    previewBulk: build.query({ ...call(previewBulk, asked), keepUnusedDataFor: 0 }),
    settleBulk: build.mutation(call(settleBulk, asked)),
    undoBulk: build.mutation(
      call(undoBulk, ({ periodId, bulkId }: { periodId: number; bulkId: number }) => ({
        params: { period: periodId, bulk: bulkId },
      })),
    ),
  }),
});
