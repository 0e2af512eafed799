import type { ProblemBody } from '@heath/contract';
import { createApi, type FetchBaseQueryError, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

/** Everything that comes from the server; each feature adds its own requests. */
export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: ['session', 'periods', 'cards', 'card', 'strip', 'imports', 'import', 'pay-codes', 'handoff'],
  endpoints: () => ({}),
});

/** The problem document behind a failed request; one of our own where the server was not reached. */
export function problemOf(error: unknown): ProblemBody {
  const { data, status } = (error ?? {}) as FetchBaseQueryError;
  if (data !== null && typeof data === 'object' && 'title' in data) return data as ProblemBody;
  const title =
    status === 'FETCH_ERROR'
      ? 'Heath cannot be reached. What you typed is still here; try again in a moment.'
      : 'Something went wrong. Nothing was changed.';
  return { type: 'unexpected', title, status: typeof status === 'number' ? status : 0 };
}
