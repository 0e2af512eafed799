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
    handoff: build.query(call(ops.handoff, (period: number) => ({ params: { period } }))),
    checkHandoff: build.query({
      ...call(ops.checkHandoff, ({ periodId, body }: Checked) => ({
        params: { period: periodId },
        body,
        tellsProgress: true,
      })),
      keepUnusedDataFor: 30,
    }),
    handOff: build.mutation(
      call(ops.handOff, ({ periodId, body }: Sealed) => ({
        params: { period: periodId },
        body,
        tellsProgress: true,
      })),
    ),
    batch: build.query(call(ops.batch, (id: number) => ({ params: { id } }))),
    deliver: build.mutation(
      call(ops.deliver, ({ id, what }: { id: number; what: 'all' | 'rest' }) => ({
        params: { id },
        body: { what },
      })),
    ),
    takeOut: build.mutation(call(ops.takeOut, ending)),
    reopen: build.mutation(call(ops.reopen, ending)),
    voidBatch: build.mutation(call(ops.voidBatch, ending)),
    askPaySystem: build.mutation(call(ops.askPaySystem, (id: number) => ({ params: { id } }))),
    stateBatch: build.mutation(
      call(ops.stateBatch, ({ id, ...body }: { id: number } & v.InferOutput<typeof StateRequest>) => ({
        params: { id },
        body,
      })),
    ),
    paySystem: build.query(callAlone(ops.paySystem)),
    explain: build.mutation(
      call(ops.explainUnmatched, (body: { keys: readonly string[]; reason: string }) => ({ body })),
    ),
  }),
});
