import { layoutOperations } from '@heath/contract';
import type { Layout } from '@heath/core';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';

const ops = layoutOperations;

interface Previewed {
  readonly periodId: number;
  readonly body: { readonly says: Layout; readonly batchId?: number };
}
interface Changed {
  readonly id: number;
  readonly says: Layout;
  readonly version: number;
}
const byId = (layout: number) => ({ params: { layout } });

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
    layouts: build.query(callAlone(ops.layouts)),
    previewLayout: build.query({
      ...call(ops.previewLayout, ({ periodId, body }: Previewed) => ({
        params: { period: periodId },
        body,
        tellsProgress: true,
      })),
      keepUnusedDataFor: 10,
    }),
    recognizeLayout: build.mutation(
      call(ops.recognizeLayout, (body: File) => ({ body, type: 'text/plain' })),
    ),
    addLayout: build.mutation(call(ops.addLayout, (body: { says: Layout }) => ({ body }))),
    changeLayout: build.mutation(
      call(ops.changeLayout, ({ id, ...body }: Changed) => ({ params: { layout: id }, body })),
    ),
    removeLayout: build.mutation(call(ops.dropLayout, byId)),
    useLayout: build.mutation(call(ops.useLayout, byId)),
  }),
});
