import { payCodeOperations } from '@heath/contract';
import { api } from './requests/base.ts';
import { call, callAlone, requestFor } from './requests/call.ts';
import { reads } from './requests/reads.ts';

const { payCodes, rates, addCode, takeCodes, takePeople, takeRates } = payCodeOperations;

/** What a list is of. */
const LISTS = { list: takeCodes, people: takePeople, rates: takeRates } as const;
interface TakenList {
  readonly what: keyof typeof LISTS;
  readonly file: File;
}

export const { usePayCodesQuery, useRatesQuery, useAddCodeMutation, useTakeListMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      payCodes: build.query(callAlone(payCodes)),
      rates: build.query(callAlone(rates)),
      addCode: build.mutation(call(addCode, (body: { code: string; name: string }) => ({ body }))),
      takeList: build.mutation({
        query: ({ what, file }: TakenList) => requestFor(LISTS[what], { body: file }),
        transformResponse: reads(takeCodes.gives),
        invalidatesTags: takeCodes.makesStale,
      }),
    }),
  });
