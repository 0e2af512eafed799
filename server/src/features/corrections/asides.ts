import { aside } from '../../http/aside.ts';
import { previewBulk } from './bulk.ts';

export const bulkPreview = aside('previewBulk', (context, who, { params, body }, report) =>
  previewBulk(context, who, params.period, body, report),
);
