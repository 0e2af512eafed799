import { PreviewMappingRequest } from '@heath/contract';
import { IdParam, valid } from '../../base/problem.ts';
import { type Aside, aside } from '../../http/aside.ts';
import { previewMapping } from './service.ts';

export const mappingAsides: readonly Aside[] = [
  aside('POST /periods/:period/mapping/preview', (context, _who, { params, body }, report) => {
    const periodId = valid(IdParam, params.period);
    const { rules } = valid(PreviewMappingRequest, body);
    return previewMapping(context, periodId, rules, report);
  }),
];
