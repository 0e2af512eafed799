import { differenceOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { afterwards } from '../../http/write.ts';
import { decide, differences, sentAndNow } from './service.ts';

export const differenceRoutes = (context: Context): Router =>
  serve(context, differenceOperations, {
    differences: ({ who }) => differences(context, who),
    async decide({ who, write, body }) {
      const decided = await decide(context, who, write, body);
      return { ...decided, ...(await afterwards(() => differences(context, who))) };
    },
    sent: ({ who, params }) => sentAndNow(context, who, params.period, params.person),
  });
