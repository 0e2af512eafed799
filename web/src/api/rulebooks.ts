import { type AddEditionRequest, rulebookOperations, written } from '@heath/contract';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';

const { rulebooks, addEdition } = rulebookOperations;

export const { useRulebooksQuery, useAddEditionMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    rulebooks: build.query(callAlone(rulebooks)),
    addEdition: build.mutation({
      ...call(addEdition, ({ rulebookId, ...asked }: AddEditionRequest & { rulebookId: number }) => ({
        params: { rulebook: rulebookId },
        body: written(addEdition.takes, asked),
      })),
      // What follows from it is asked for anew when it is computed.
    }),
  }),
});
