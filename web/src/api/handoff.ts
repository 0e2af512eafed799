import {
  type CheckHandoffRequest,
  type HandOffRequest,
  handoffOperations,
  type StateRequest,
} from '@heath/contract';
import type * as v from 'valibot';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';

const ops = handoffOperations;

/** What is closed, or open again: whatever shows it is asked for anew. */
const SEALED = ['handoff', 'periods', 'cards', 'card', 'strip', 'exceptions', 'differences'] as const;

interface Checked {
  readonly periodId: number;
  readonly body: v.InferOutput<typeof CheckHandoffRequest>;
}
interface Sealed {
  readonly periodId: number;
  readonly body: Partial<HandOffRequest>;
}
interface Ended {
  readonly id: number;
  readonly reason: string;
}
const ending = ({ id, reason }: Ended) => ({ params: { id }, body: { reason } });

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
    handoff: build.query({
      ...call(ops.handoff, (period: number) => ({ params: { period } })),
      providesTags: ['handoff'],
    }),
    checkHandoff: build.query({
      ...call(ops.checkHandoff, ({ periodId, body }: Checked) => ({
        params: { period: periodId },
        body,
        byLines: true,
      })),
      providesTags: ['handoff', 'mapping', 'layouts', 'pay-codes'],
      keepUnusedDataFor: 30,
    }),
    handOff: build.mutation({
      ...call(ops.handOff, ({ periodId, body }: Sealed) => ({
        params: { period: periodId },
        body,
        byLines: true,
      })),
      invalidatesTags: SEALED,
    }),
    batch: build.query({
      ...call(ops.batch, (id: number) => ({ params: { id } })),
      providesTags: ['batch'],
    }),
    deliver: build.mutation({
      ...call(ops.deliver, ({ id, what }: { id: number; what: 'all' | 'rest' }) => ({
        params: { id },
        body: { what },
      })),
      invalidatesTags: ['batch', 'handoff'],
    }),
    takeOut: build.mutation({ ...call(ops.takeOut, ending), invalidatesTags: ['batch', ...SEALED] }),
    reopen: build.mutation({ ...call(ops.reopen, ending), invalidatesTags: ['batch', ...SEALED] }),
    voidBatch: build.mutation({ ...call(ops.voidBatch, ending), invalidatesTags: ['batch', ...SEALED] }),
    askPaySystem: build.mutation({
      ...call(ops.askPaySystem, (id: number) => ({ params: { id } })),
      invalidatesTags: ['batch', 'handoff'],
    }),
    stateBatch: build.mutation({
      ...call(ops.stateBatch, ({ id, ...body }: { id: number } & v.InferOutput<typeof StateRequest>) => ({
        params: { id },
        body,
      })),
      invalidatesTags: ['batch', 'handoff'],
    }),
    paySystem: build.query({ ...callAlone(ops.paySystem), providesTags: ['pay-system', 'handoff'] }),
    explain: build.mutation({
      ...call(ops.explainUnmatched, (body: { keys: readonly string[]; reason: string }) => ({ body })),
      invalidatesTags: ['pay-system'],
    }),
  }),
});
