import { layoutOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { encodedTextIn } from '../../http/text-in.ts';
import { afterwards } from '../../http/write.ts';
import { layoutPreview } from './asides.ts';
import { recognizeSample } from './recognize.ts';
import { allLayouts, createLayout, dropLayout, keepLayout, useLayout } from './service.ts';

/** A sample is a page or two: more would be somebody's pay. */
const MOST_OF_A_SAMPLE = '1mb';

export function layoutRoutes(context: Context): Router {
  const all = () => afterwards(() => allLayouts(context));
  return serve(context, layoutOperations, {
    layouts: () => allLayouts(context),
    async addLayout({ who, write, body }) {
      await createLayout(context, who, write, body.says);
      return all();
    },
    recognizeLayout: async ({ request }) =>
      recognizeSample(context, await encodedTextIn(request, MOST_OF_A_SAMPLE)),
    async changeLayout({ who, write, params, body: { says, version } }) {
      await keepLayout(context, who, write, params.layout, says, version);
      return all();
    },
    async dropLayout({ who, write, params }) {
      await dropLayout(context, who, write, params.layout);
      return all();
    },
    async useLayout({ who, write, params }) {
      await useLayout(context, who, write, params.layout);
      return all();
    },
    previewLayout: layoutPreview,
  });
}
