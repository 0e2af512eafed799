import { ListReply, PayCodesReply, RatesReply } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

export const { usePayCodesQuery, useRatesQuery, useAddCodeMutation, useTakeListMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      payCodes: build.query<PayCodesReply, void>({
        query: () => '/pay-codes',
        transformResponse: reads(PayCodesReply),
        providesTags: ['pay-codes'],
      }),
      rates: build.query<RatesReply, void>({
        query: () => '/pay-codes/rates',
        transformResponse: reads(RatesReply),
        providesTags: ['pay-codes'],
      }),
      addCode: build.mutation<PayCodesReply, { code: string; name: string }>({
        query: (body) => ({ url: '/pay-codes', method: 'POST', body }),
        transformResponse: reads(PayCodesReply),
        invalidatesTags: ['pay-codes', 'mapping'],
      }),
      takeList: build.mutation<ListReply, { what: 'list' | 'people' | 'rates'; file: File }>({
        query: ({ what, file }) => ({
          url: `/pay-codes/${what}`,
          method: 'PUT',
          body: file,
          headers: { 'Content-Type': 'text/csv' },
        }),
        transformResponse: reads(ListReply),
        invalidatesTags: ['pay-codes', 'mapping'],
      }),
    }),
  });
