import { BulkRequest } from '@heath/contract';
import { type Aside, aside } from '../../http/aside.ts';
import { IdParam, valid } from '../../http/problem.ts';
import { previewBulk } from './bulk.ts';

export const bulkAsides: readonly Aside[] = [
  aside('POST /periods/:period/bulks/preview', (context, who, { params, body }, report) =>
    previewBulk(context, who, valid(IdParam, params.period), valid(BulkRequest, body), report),
  ),
];
