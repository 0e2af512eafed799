import { AddEditionRequest, RulebooksReply, written } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

export const { useRulebooksQuery, useAddEditionMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    rulebooks: build.query<RulebooksReply, void>({
      query: () => '/rulebooks',
      transformResponse: reads(RulebooksReply),
      providesTags: ['rulebooks'],
    }),
    addEdition: build.mutation<RulebooksReply, AddEditionRequest & { readonly rulebookId: number }>({
      query: ({ rulebookId, ...asked }) => ({
        url: `/rulebooks/${rulebookId}/editions`,
        method: 'POST',
        body: written(AddEditionRequest, asked),
      }),
      transformResponse: reads(RulebooksReply),
      // What follows from it is asked for anew when it is computed.
      invalidatesTags: ['rulebooks', 'tasks'],
    }),
  }),
});
