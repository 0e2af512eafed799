import { type PrintCardsRequest, printedCardOperations } from '@heath/contract';
import { api } from './requests/base.ts';
import { addressOf, call } from './requests/call.ts';

const { printCards, printedCards } = printedCardOperations;

interface ToPrint {
  readonly periodId: number;
  readonly body: PrintCardsRequest;
}

/** Where a paper that was printed is fetched. */
export const printedCardsPath = (file: number): string =>
  `/api${addressOf(printedCards, { params: { file } })}`;

export const { usePrintCardsMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    printCards: build.mutation(
      call(printCards, ({ periodId, body }: ToPrint) => ({
        params: { period: periodId },
        body,
        tellsProgress: true,
      })),
    ),
  }),
});
