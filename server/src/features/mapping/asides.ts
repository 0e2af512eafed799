import { aside } from '../../http/aside.ts';
import { previewMapping } from './service.ts';

export const mappingPreview = aside('previewMapping', (context, _who, { params, body }, report) =>
  previewMapping(context, params.period, body.rules, report),
);
