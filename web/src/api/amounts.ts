import { type AddAmountsRequest, amountOperations, written } from '@heath/contract';
import { api } from './requests/base.ts';
import { call } from './requests/call.ts';

const { amounts, addAmounts, takeAmounts, takeAmountBack } = amountOperations;

/** What follows from amounts: cards and their approvals, what is handed off, what changed since. */
const FOLLOWS = ['amounts', 'cards', 'card', 'strip', 'handoff', 'mapping', 'differences'] as const;

interface Added {
  readonly periodId: number;
  readonly asked: AddAmountsRequest;
}
interface Taken {
  readonly periodId: number;
  readonly file: File;
  readonly again?: boolean;
}

export const { useAmountsQuery, useAddAmountsMutation, useTakeAmountsMutation, useTakeAmountBackMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      amounts: build.query({
        ...call(amounts, (period: number) => ({ params: { period } })),
        providesTags: ['amounts'],
      }),
      addAmounts: build.mutation({
        ...call(addAmounts, ({ periodId, asked }: Added) => ({
          params: { period: periodId },
          body: written(addAmounts.takes, asked),
        })),
        invalidatesTags: FOLLOWS,
      }),
      takeAmounts: build.mutation({
        ...call(takeAmounts, ({ periodId, file, again }: Taken) => ({
          params: { period: periodId },
          query: { again: again ? 'true' : undefined },
          body: file,
        })),
        invalidatesTags: FOLLOWS,
      }),
      takeAmountBack: build.mutation({
        ...call(takeAmountBack, (amount: number) => ({ params: { amount } })),
        invalidatesTags: FOLLOWS,
      }),
    }),
  });
