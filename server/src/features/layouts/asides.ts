import { PreviewLayoutRequest } from '@heath/contract';
import { IdParam, valid } from '../../base/problem.ts';
import { type Aside, aside } from '../../http/aside.ts';
import { previewLayout } from './service.ts';

export const layoutAsides: readonly Aside[] = [
  aside('POST /periods/:period/layouts/preview', (context, _who, { params, body }, report) => {
    const periodId = valid(IdParam, params.period);
    const { says, batchId } = valid(PreviewLayoutRequest, body);
    return previewLayout(context, periodId, says, batchId, report);
  }),
];
