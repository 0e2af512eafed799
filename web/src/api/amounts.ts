import { AddAmountsRequest, AmountsReply, written } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

/** What follows from amounts: cards and their approvals, what is handed off, what changed since. */
const FOLLOWS = ['amounts', 'cards', 'card', 'strip', 'handoff', 'mapping', 'differences'] as const;

export const { useAmountsQuery, useAddAmountsMutation, useTakeAmountsMutation, useTakeAmountBackMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      amounts: build.query<AmountsReply, number>({
        query: (periodId) => `/periods/${periodId}/amounts`,
        transformResponse: reads(AmountsReply),
        providesTags: ['amounts'],
      }),
      addAmounts: build.mutation<AmountsReply, { periodId: number; asked: AddAmountsRequest }>({
        query: ({ periodId, asked }) => ({
          url: `/periods/${periodId}/amounts`,
          method: 'POST',
          body: written(AddAmountsRequest, asked),
        }),
        transformResponse: reads(AmountsReply),
        invalidatesTags: FOLLOWS,
      }),
      takeAmounts: build.mutation<AmountsReply, { periodId: number; file: File; again?: boolean }>({
        query: ({ periodId, file, again = false }) => ({
          url: `/periods/${periodId}/amounts/list${again ? '?again=true' : ''}`,
          method: 'PUT',
          body: file,
          headers: { 'Content-Type': 'text/csv' },
        }),
        transformResponse: reads(AmountsReply),
        invalidatesTags: FOLLOWS,
      }),
      takeAmountBack: build.mutation<AmountsReply, number>({
        query: (id) => ({ url: `/amounts/${id}/undo`, method: 'POST' }),
        transformResponse: reads(AmountsReply),
        invalidatesTags: FOLLOWS,
      }),
    }),
  });
