import { aside } from '../../http/aside.ts';
import { previewLayout } from './service.ts';

export const layoutPreview = aside('previewLayout', (context, _who, { params, body }, report) =>
  previewLayout(context, params.period, body.says, body.batchId, report),
);
