import type { PayCodesReply } from '@heath/contract';
import type { ClassId } from '@heath/core';
import { api } from './base.ts';

export const { usePayCodesQuery, useAddCodeMutation, useAssignCodeMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    payCodes: build.query<PayCodesReply, void>({ query: () => '/pay-codes', providesTags: ['pay-codes'] }),
    addCode: build.mutation<PayCodesReply, { code: string; name: string }>({
      query: (body) => ({ url: '/pay-codes', method: 'POST', body }),
      invalidatesTags: ['pay-codes'],
    }),
    assignCode: build.mutation<PayCodesReply, { classId: ClassId; codeId: number | null }>({
      query: (body) => ({ url: '/pay-codes/classes', method: 'PUT', body }),
      invalidatesTags: ['pay-codes', 'handoff', 'card'],
    }),
  }),
});
