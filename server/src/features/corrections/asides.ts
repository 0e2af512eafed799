import { BulkRequest } from '@heath/contract';
import { IdParam, valid } from '../../base/problem.ts';
import { type Aside, aside } from '../../http/aside.ts';
import { previewBulk } from './bulk.ts';

export const bulkAsides: readonly Aside[] = [
  aside('POST /periods/:period/bulks/preview', (context, who, { params, body }, report) =>
    previewBulk(context, who, valid(IdParam, params.period), valid(BulkRequest, body), report),
  ),
];
