import { LayoutPreview, LayoutsReply, RecognizedLayout } from '@heath/contract';
import type { Layout } from '@heath/core';
import { api } from './base.ts';
import { byLines } from './by-lines.ts';
import { reads } from './reads.ts';

export const {
  useLayoutsQuery,
  usePreviewLayoutQuery,
  useAddLayoutMutation,
  useChangeLayoutMutation,
  useRemoveLayoutMutation,
  useUseLayoutMutation,
  useRecognizeLayoutMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    layouts: build.query<LayoutsReply, void>({
      query: () => '/layouts',
      transformResponse: reads(LayoutsReply),
      providesTags: ['layouts'],
    }),
    previewLayout: build.query<LayoutPreview, { periodId: number; body: { says: Layout; batchId?: number } }>(
      {
        query: ({ periodId, body }) => ({
          url: `/periods/${periodId}/layouts/preview`,
          method: 'POST',
          body,
          ...byLines(body),
        }),
        transformResponse: reads(LayoutPreview),
        providesTags: ['mapping', 'card'],
        keepUnusedDataFor: 10,
      },
    ),
    recognizeLayout: build.mutation<RecognizedLayout, File>({
      query: (body) => ({
        url: '/layouts/recognize',
        method: 'POST',
        body,
        headers: { 'Content-Type': 'text/plain' },
      }),
      transformResponse: reads(RecognizedLayout),
    }),
    addLayout: build.mutation<LayoutsReply, { says: Layout }>({
      query: (body) => ({ url: '/layouts', method: 'POST', body }),
      transformResponse: reads(LayoutsReply),
      invalidatesTags: ['layouts'],
    }),
    changeLayout: build.mutation<LayoutsReply, { id: number; says: Layout; version: number }>({
      query: ({ id, ...body }) => ({ url: `/layouts/${id}`, method: 'PUT', body }),
      transformResponse: reads(LayoutsReply),
      invalidatesTags: ['layouts'],
    }),
    removeLayout: build.mutation<LayoutsReply, number>({
      query: (id) => ({ url: `/layouts/${id}`, method: 'DELETE' }),
      transformResponse: reads(LayoutsReply),
      invalidatesTags: ['layouts'],
    }),
    useLayout: build.mutation<LayoutsReply, number>({
      query: (id) => ({ url: `/layouts/${id}/use`, method: 'PUT' }),
      transformResponse: reads(LayoutsReply),
      invalidatesTags: ['layouts'],
    }),
  }),
});
