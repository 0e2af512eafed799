import { leaveKindOperations, placeOperations, reasonOperations } from '@heath/contract';
import { api } from './base.ts';
import { call, callAlone } from './call.ts';

export const { useReasonsQuery, useKeepReasonMutation, useLeaveKindsQuery, usePlacesQuery } =
  api.injectEndpoints({
    endpoints: (build) => ({
      reasons: build.query({ ...callAlone(reasonOperations.reasons), providesTags: ['reasons'] }),
      keepReason: build.mutation({
        ...call(reasonOperations.keepReason, (text: string) => ({ body: { text } })),
        invalidatesTags: ['reasons'],
      }),
      leaveKinds: build.query(callAlone(leaveKindOperations.leaveKinds)),
      places: build.query(callAlone(placeOperations.places)),
    }),
  });
