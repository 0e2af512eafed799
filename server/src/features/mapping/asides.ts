import { PreviewMappingRequest } from '@heath/contract';
import { type Aside, aside } from '../../http/aside.ts';
import { IdParam, valid } from '../../http/problem.ts';
import { previewMapping } from './service.ts';

export const mappingAsides: readonly Aside[] = [
  aside('POST /periods/:period/mapping/preview', (context, _who, { params, body }, report) => {
    const periodId = valid(IdParam, params.period);
    const { rules } = valid(PreviewMappingRequest, body);
    return previewMapping(context, periodId, rules, report);
  }),
];
