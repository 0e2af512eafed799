import { type AddAmountsRequest, amountOperations, written } from '@heath/contract';
import { api } from './requests/base.ts';
import { call } from './requests/call.ts';

const { amounts, addAmounts, takeAmounts, takeAmountBack } = amountOperations;

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
      amounts: build.query(call(amounts, (period: number) => ({ params: { period } }))),
      addAmounts: build.mutation(
        call(addAmounts, ({ periodId, asked }: Added) => ({
          params: { period: periodId },
          body: written(addAmounts.takes, asked),
        })),
      ),
      takeAmounts: build.mutation(
        call(takeAmounts, ({ periodId, file, again }: Taken) => ({
          params: { period: periodId },
          query: { again: again ? 'true' : undefined },
          body: file,
        })),
      ),
      takeAmountBack: build.mutation(call(takeAmountBack, (amount: number) => ({ params: { amount } }))),
    }),
  });
