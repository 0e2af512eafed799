import { mappingOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import { mappingPreview } from './asides.ts';
import { keepMapping, mappingNow } from './service.ts';

export const mappingRoutes = (context: Context): Router =>
  serve(context, mappingOperations, {
    mapping: ({ who }) => mappingNow(context, who),
    async keepMapping({ who, write, body: { basedOn, rules } }) {
      await keepMapping(context, who, write, basedOn, rules);
      return afterwards(() => mappingNow(context, who));
    },
    previewMapping: mappingPreview,
  });
