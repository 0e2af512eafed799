import { LeaveKindsReply, PlacesReply, ReasonsReply } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

export const { useReasonsQuery, useKeepReasonMutation, useLeaveKindsQuery, usePlacesQuery } =
  api.injectEndpoints({
    endpoints: (build) => ({
      reasons: build.query<ReasonsReply, void>({
        query: () => '/reasons',
        transformResponse: reads(ReasonsReply),
        providesTags: ['reasons'],
      }),
      keepReason: build.mutation<ReasonsReply, string>({
        query: (text) => ({ url: '/reasons', method: 'POST', body: { text } }),
        invalidatesTags: ['reasons'],
      }),
      leaveKinds: build.query<LeaveKindsReply, void>({
        query: () => '/leave-kinds',
        transformResponse: reads(LeaveKindsReply),
      }),
      places: build.query<PlacesReply, void>({
        query: () => '/places',
        transformResponse: reads(PlacesReply),
      }),
    }),
  });
