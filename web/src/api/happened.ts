import { happenedOperations } from '@heath/contract';
import { api } from './base.ts';
import { callAlone } from './call.ts';

export const { useHappenedQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    /** What was written last, the newest first. */
    happened: build.query(callAlone(happenedOperations.happened)),
  }),
});
