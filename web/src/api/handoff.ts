import {
  BatchDetail,
  type CheckHandoffRequest,
  type HandOffRequest,
  HandoffCheckReply,
  HandoffReply,
  PaySystemReply,
  type StateRequest,
} from '@heath/contract';
import type * as v from 'valibot';
import { api } from './base.ts';
import { byLines } from './by-lines.ts';
import { reads } from './reads.ts';

/** What is closed, or open again: whatever shows it is asked for anew. */
const SEALED = ['handoff', 'periods', 'cards', 'card', 'strip', 'exceptions', 'differences'] as const;

export const {
  useHandoffQuery,
  useCheckHandoffQuery,
  useHandOffMutation,
  useBatchQuery,
  useDeliverMutation,
  useTakeOutMutation,
  useReopenMutation,
  useVoidBatchMutation,
  useAskPaySystemMutation,
  useStateBatchMutation,
  usePaySystemQuery,
  useExplainMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    handoff: build.query<HandoffReply, number>({
      query: (periodId) => `/periods/${periodId}/handoff`,
      transformResponse: reads(HandoffReply),
      providesTags: ['handoff'],
    }),
    checkHandoff: build.query<
      HandoffCheckReply,
      { periodId: number; body: v.InferOutput<typeof CheckHandoffRequest> }
    >({
      query: ({ periodId, body }) => ({
        url: `/periods/${periodId}/handoff/check`,
        method: 'POST',
        body,
        ...byLines(body),
      }),
      transformResponse: reads(HandoffCheckReply),
      providesTags: ['handoff', 'mapping', 'layouts', 'pay-codes'],
      keepUnusedDataFor: 30,
    }),
    handOff: build.mutation<HandoffReply, { periodId: number; body: Partial<HandOffRequest> }>({
      query: ({ periodId, body }) => ({
        url: `/periods/${periodId}/handoff`,
        method: 'POST',
        body,
        ...byLines(body),
      }),
      transformResponse: reads(HandoffReply),
      invalidatesTags: SEALED,
    }),
    batch: build.query<BatchDetail, number>({
      query: (id) => `/handoffs/${id}`,
      transformResponse: reads(BatchDetail),
      providesTags: ['batch'],
    }),
    deliver: build.mutation<BatchDetail, { id: number; what: 'all' | 'rest' }>({
      query: ({ id, what }) => ({ url: `/handoffs/${id}/deliver`, method: 'POST', body: { what } }),
      transformResponse: reads(BatchDetail),
      invalidatesTags: ['batch', 'handoff'],
    }),
    takeOut: build.mutation<BatchDetail, { id: number; reason: string }>({
      query: ({ id, reason }) => ({ url: `/handoffs/${id}/take-out`, method: 'POST', body: { reason } }),
      transformResponse: reads(BatchDetail),
      invalidatesTags: ['batch', ...SEALED],
    }),
    reopen: build.mutation<BatchDetail, { id: number; reason: string }>({
      query: ({ id, reason }) => ({ url: `/handoffs/${id}/reopen`, method: 'POST', body: { reason } }),
      transformResponse: reads(BatchDetail),
      invalidatesTags: ['batch', ...SEALED],
    }),
    askPaySystem: build.mutation<BatchDetail, number>({
      query: (id) => ({ url: `/handoffs/${id}/ask`, method: 'POST' }),
      transformResponse: reads(BatchDetail),
      invalidatesTags: ['batch', 'handoff'],
    }),
    stateBatch: build.mutation<BatchDetail, { id: number } & v.InferOutput<typeof StateRequest>>({
      query: ({ id, ...body }) => ({ url: `/handoffs/${id}/state`, method: 'POST', body }),
      transformResponse: reads(BatchDetail),
      invalidatesTags: ['batch', 'handoff'],
    }),
    paySystem: build.query<PaySystemReply, void>({
      query: () => '/pay-system',
      transformResponse: reads(PaySystemReply),
      providesTags: ['pay-system', 'handoff'],
    }),
    explain: build.mutation<PaySystemReply, { keys: readonly string[]; reason: string }>({
      query: (body) => ({ url: '/pay-system/explain', method: 'POST', body }),
      transformResponse: reads(PaySystemReply),
      invalidatesTags: ['pay-system'],
    }),
    voidBatch: build.mutation<BatchDetail, { id: number; reason: string }>({
      query: ({ id, reason }) => ({ url: `/handoffs/${id}/void`, method: 'POST', body: { reason } }),
      transformResponse: reads(BatchDetail),
      invalidatesTags: ['batch', ...SEALED],
    }),
  }),
});
