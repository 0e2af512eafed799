import { MappingPreview, MappingReply } from '@heath/contract';
import type { MappingRule } from '@heath/core';
import { api } from './base.ts';
import { byLines } from './by-lines.ts';
import { reads } from './reads.ts';

export const { useMappingQuery, usePreviewMappingQuery, useKeepMappingMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    mapping: build.query<MappingReply, void>({
      query: () => '/mapping',
      transformResponse: reads(MappingReply),
      providesTags: ['mapping'],
    }),
    previewMapping: build.query<
      MappingPreview,
      { periodId: number; body: { rules: readonly MappingRule[] } }
    >({
      query: ({ periodId, body }) => ({
        url: `/periods/${periodId}/mapping/preview`,
        method: 'POST',
        body,
        ...byLines(body),
      }),
      transformResponse: reads(MappingPreview),
      providesTags: ['mapping', 'card'],
      keepUnusedDataFor: 10,
    }),
    keepMapping: build.mutation<MappingReply, { basedOn: number | null; rules: readonly MappingRule[] }>({
      query: (body) => ({ url: '/mapping', method: 'PUT', body }),
      transformResponse: reads(MappingReply),
      invalidatesTags: ['mapping', 'handoff'],
    }),
  }),
});
