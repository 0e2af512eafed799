import { HappenedReply } from '@heath/contract';
import { api } from './base.ts';
import { reads } from './reads.ts';

export const { useHappenedQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    /** What was written last, the newest first. */
    happened: build.query<HappenedReply, void>({
      query: () => '/happened',
      transformResponse: reads(HappenedReply),
    }),
  }),
});
