import { mappingOperations } from '@heath/contract';
import type { MappingRule } from '@heath/core';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';

const { mapping, previewMapping, keepMapping } = mappingOperations;

interface Previewed {
  readonly periodId: number;
  readonly body: { readonly rules: readonly MappingRule[] };
}
interface Kept {
  readonly basedOn: number | null;
  readonly rules: readonly MappingRule[];
}

export const { useMappingQuery, usePreviewMappingQuery, useKeepMappingMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    mapping: build.query(callAlone(mapping)),
    previewMapping: build.query({
      ...call(previewMapping, ({ periodId, body }: Previewed) => ({
        params: { period: periodId },
        body,
        tellsProgress: true,
      })),
      keepUnusedDataFor: 10,
    }),
    keepMapping: build.mutation(
      call(keepMapping, ({ basedOn, rules }: Kept) => ({ body: { basedOn, rules } })),
    ),
  }),
});
