import { leaveKindOperations, placeOperations, reasonOperations } from '@heath/contract';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';

export const { useReasonsQuery, useKeepReasonMutation, useLeaveKindsQuery, usePlacesQuery } =
  api.injectEndpoints({
    endpoints: (build) => ({
      reasons: build.query(callAlone(reasonOperations.reasons)),
      keepReason: build.mutation(call(reasonOperations.keepReason, (text: string) => ({ body: { text } }))),
      leaveKinds: build.query(callAlone(leaveKindOperations.leaveKinds)),
      places: build.query(callAlone(placeOperations.places)),
    }),
  });
